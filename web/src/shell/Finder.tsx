import Autocomplete from "@mui/material/Autocomplete";
import Box from "@mui/material/Box";
import Popover from "@mui/material/Popover";
import TextField from "@mui/material/TextField";
import { set, useStore } from "../state/store";
import { commands, keyName } from "./commands";

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
        sx={{ width: 340, p: 1, mb: 32 }}
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
        slotProps={{ popper: { disablePortal: true } }}
      />
    </Popover>
  );
}
