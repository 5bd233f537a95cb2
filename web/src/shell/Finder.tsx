import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Popover from "@mui/material/Popover";
import TextField from "@mui/material/TextField";
import { set, useStore } from "../state/store";
import { commands, keyName } from "./commands";

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
      <Autocomplete
        open
        autoHighlight
        options={commands}
        getOptionLabel={(command) => command.name}
        sx={{ width: 360, p: 1, pt: 1.75, pb: 0 }}
        onChange={(_, command) => {
          close();
          command?.run();
        }}
        onKeyDown={(event) => event.key === "Escape" && close()}
        renderOption={({ key, ...option }, command) => (
          <Box
            component="li"
            key={key}
            {...option}
            sx={{ display: "flex", justifyContent: "space-between !important", gap: 2 }}
          >
            <span>{command.name}</span>
            {command.keys && (
              <Box component="kbd" sx={{ font: "inherit", fontSize: 12, color: "text.secondary" }}>
                {keyName(command.keys)}
              </Box>
            )}
          </Box>
        )}
        renderInput={(input) => <TextField {...input} autoFocus label="Find a command" />}
        slots={{ popper: Inside as never }}
      />
    </Popover>
  );
}
