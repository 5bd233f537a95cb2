import { useHotkeys } from "react-hotkeys-hook";
import { type Command, commands } from "./commands";

function HotKey({ command }: { command: Command }) {
  useHotkeys(
    command.keys ?? "",
    (event) => {
      // A button that has the focus keeps its own Enter and Space.
      const onButton = event.target instanceof Element && event.target.closest("button, a, [role=button]") !== null;
      if (onButton && (command.keys === "enter" || command.keys === "space")) return;
      event.preventDefault();
      command.run();
    },
    // The face of a dial is a slider, and takes no key but the arrows.
    { enabled: command.keys !== undefined, enableOnFormTags: command.keys === "ctrl+k" || ["slider"] },
  );
  return null;
}

export const HotKeys = () =>
  commands.filter((command) => command.keys).map((command) => <HotKey key={command.name} command={command} />);
