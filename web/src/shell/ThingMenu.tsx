import Box from "@mui/material/Box";
import ListItemText from "@mui/material/ListItemText";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useEffect } from "react";
import { type About, canRun, holdsAt } from "../commands/command";
import { commands } from "../commands/list";
import { keysSaid } from "../commands/shortcuts";
import { areaNamed } from "../commands/travel";
import { get, type MenuPlace, set, useStore } from "../state/store";
import { choiceHere } from "../strip/beads";
import { words } from "../words/shell";

/** What can be done to what was right-clicked: those of all commands that are about it. */
export function ThingMenu() {
  const menu = useStore((state) => state.menu);
  const chosen = useStore((state) => state.chosen);
  useEffect(() => {
    if (menu === "chosen") set({ menu: placeOfChosen() });
  }, [menu]);
  if (menu === null || menu === "chosen") return null;
  const about: About = menu.about === "chosen" ? (chosen?.kind ?? "picture") : menu.about;
  const state = get();
  const here = commands.filter((command) => command.about?.includes(about) && holdsAt(command, state));
  const close = () => set({ menu: null });
  return (
    <Menu
      open={here.length > 0}
      onClose={close}
      anchorReference="anchorPosition"
      anchorPosition={{ left: menu.x, top: menu.y }}
      slotProps={{ list: { dense: true, "aria-label": words.menuOfSelection } }}
    >
      {here.map((command) => {
        return (
          <MenuItem
            key={command.id}
            disabled={!canRun(command, state)}
            onClick={() => {
              close();
              command.run();
            }}
          >
            <ListItemText>{command.name}</ListItemText>
            <Box component="kbd" sx={{ font: "inherit", fontSize: 12, color: "text.secondary", ml: 3 }}>
              {keysSaid(command)}
            </Box>
          </MenuItem>
        );
      })}
    </Menu>
  );
}

/** Beside the chosen line of the list, else in the middle of the picture. */
function placeOfChosen(): MenuPlace {
  const line = areaNamed("list")?.querySelector("[aria-pressed=true]");
  const box = (line ?? areaNamed("stage"))?.getBoundingClientRect();
  return {
    x: box ? box.left + (line ? 40 : box.width / 2) : 100,
    y: box ? box.top + (line ? box.height : box.height / 2) : 100,
    about: choiceHere() ? "keys" : get().chosen ? "chosen" : "picture",
  };
}
