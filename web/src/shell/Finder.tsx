import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Popover from "@mui/material/Popover";
import TextField from "@mui/material/TextField";
import { set, useStore } from "../state/store";
import { words } from "../words/shell";
import { actionsHere } from "./actions";
import { byAllWords } from "./finderWords";

/** The list stands in the finder itself; a floating one is measured against a box that is still opening. */
const Inside = ({ children }: { children?: React.ReactNode }) => (
  <Box sx={{ pt: 0.5, "& .MuiAutocomplete-paper": { boxShadow: "none", bgcolor: "transparent" } }}>{children}</Box>
);

/** Every action by its name. */
export function Finder({ anchor }: { anchor: HTMLElement | null }) {
  const open = useStore((state) => state.finderOpen);
  const close = () => set({ finderOpen: false });
  return (
    <Popover
      open={open && anchor !== null}
      anchorEl={anchor}
      onClose={close}
      anchorOrigin={{ vertical: "bottom", horizontal: "right" }}
      transformOrigin={{ vertical: "top", horizontal: "right" }}
    >
      {open && <Actions close={close} />}
    </Popover>
  );
}

function Actions({ close }: { close: () => void }) {
  return (
    <Autocomplete
      open
      autoHighlight
      options={actionsHere()}
      filterOptions={byAllWords}
      getOptionLabel={(action) => action.name}
      getOptionKey={(action) => action.key}
      getOptionDisabled={(action) => action.disabled}
      sx={{ width: 420, maxWidth: "90vw", p: 1, pt: 1.75, pb: 0 }}
      onChange={(_, action) => {
        close();
        action?.run();
      }}
      onKeyDown={(event) => event.key === "Escape" && close()}
      renderOption={({ key, ...option }, action) => (
        <Box
          component="li"
          key={key}
          {...option}
          sx={{ display: "flex", justifyContent: "space-between !important", gap: 2 }}
        >
          <span>{action.name}</span>
          <Box component="span" sx={{ fontSize: 12, color: "text.secondary", textAlign: "right" }}>
            {action.note}
          </Box>
        </Box>
      )}
      renderInput={(input) => <TextField {...input} autoFocus label={words.findCommand} />}
      slots={{ popper: Inside as never }}
    />
  );
}
