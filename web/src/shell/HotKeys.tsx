import { useHotkeys } from "react-hotkeys-hook";
import { type Command, canRun } from "../commands/command";
import { commands } from "../commands/list";
import { keysOf, useShortcuts } from "../commands/shortcuts";
import { get } from "../state/store";
import { over, watchFocus } from "./focusRule";
import { watchPresses } from "./pressRule";

const buttonOf = (target: EventTarget | null) =>
  target instanceof Element ? target.closest("button, a, [role=button], input[type=checkbox]") : null;

/** What takes letters, or arrows, for itself: of a box to tick it is neither. */
const isField = (target: Element | null) =>
  target?.matches("input:not([type=checkbox]), textarea, select, [contenteditable=true]") ?? false;

watchFocus();
watchPresses();

function HotKey({ command, keys }: { command: Command; keys: string }) {
  useHotkeys(
    keys,
    (event) => {
      // A key may mean one thing here and another there.
      if (!canRun(command, get())) return;
      const target = event.target instanceof Element ? event.target : null;
      if (command.inFields === undefined && isField(target)) return;
      // What lies over the page has the keys for itself.
      if (command.inFields !== "always" && target?.closest(over)) return;
      // A button that was gone to by keys keeps its own Enter and Space; one that was clicked has no keys.
      if (buttonOf(target)?.matches(":not([data-nudged])") && (keys === "enter" || keys === "space")) return;
      // What is being typed is taken back letter by letter.
      if (command.inFields === "unless typed in" && target?.matches("[data-typing=true]")) return;
      event.preventDefault();
      command.run();
    },
    { enableOnFormTags: true },
  );
  return null;
}

/** Shortcuts, as the one list of commands has them and as somebody changed them. */
export function HotKeys() {
  const changed = useShortcuts((state) => state.changed);
  return commands
    .filter(({ held }) => held === undefined)
    .map((command) => ({ command, keys: keysOf(command, changed) }))
    .filter(({ keys }) => keys !== "")
    .map(({ command, keys }) => <HotKey key={`${command.id} ${keys}`} command={command} keys={keys} />);
}
