import { useHotkeys } from "react-hotkeys-hook";
import { type Command, commands } from "./commands";

function HotKey({ command }: { command: Command }) {
  useHotkeys(
    command.keys ?? "",
    (event) => {
      const target = event.target instanceof Element ? event.target : null;
      // A button that was gone to by keys keeps its own Enter and Space; one that was clicked does not.
      const button = target?.closest("button, a, [role=button]");
      if (button?.matches(":focus-visible") && (command.keys === "enter" || command.keys === "space")) return;
      // What is being typed is taken back letter by letter.
      if (command.inFields === "unless typed in" && target?.matches("[data-typing=true]")) return;
      event.preventDefault();
      command.run();
    },
    // The face of a dial is a slider, and takes no key but the arrows.
    { enabled: command.keys !== undefined, enableOnFormTags: command.inFields !== undefined || ["slider"] },
  );
  return null;
}

export const HotKeys = () =>
  commands.filter((command) => command.keys).map((command) => <HotKey key={command.name} command={command} />);
