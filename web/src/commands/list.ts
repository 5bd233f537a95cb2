import { set } from "../state/store";
import { words } from "../words/commands";
import { beading } from "./beads";
import { charting } from "./charts";
import { choosing } from "./choosing";
import { clipping } from "./clipboard";
import type { Command } from "./command";
import { filing } from "./films";
import { going } from "./going";
import { keeping } from "./kept";
import { keying } from "./keying";
import { looking } from "./looking";
import { mouthing } from "./mouths";
import { sounding } from "./sounds";
import { travel } from "./travel";

const helping: Command[] = [
  { id: "find", name: words.findCommand, keys: "ctrl+k", inFields: "always", run: () => set({ finderOpen: true }) },
  { id: "shortcuts", name: words.changeShortcuts, run: () => set({ shortcutsOpen: true }) },
  { id: "menu", name: words.menuOfSelection, keys: "shift+f10", run: () => set({ menu: "chosen" }) },
  { id: "area-on", name: words.nextArea, keys: "f6", inFields: "always", run: () => travel(1) },
  { id: "area-back", name: words.previousArea, keys: "shift+f6", inFields: "always", run: () => travel(-1) },
  { id: "snags", name: words.snags, run: () => set({ snagsOpen: true }) },
];

/** Everything that can be done by name: the one list. */
export const commands: readonly Command[] = [
  ...going,
  ...filing,
  ...keying,
  ...keeping,
  ...sounding,
  ...mouthing,
  ...beading,
  ...charting,
  ...choosing,
  ...clipping,
  ...looking,
  ...helping,
];

export function commandOf(id: string): Command {
  const found = commands.find((command) => command.id === id);
  if (!found) throw new Error(`There is no command '${id}'.`);
  return found;
}
