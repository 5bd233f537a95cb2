import { useHotkeys } from "react-hotkeys-hook";
import { type Command, commands } from "./commands";

const buttonOf = (target: EventTarget | null) =>
  target instanceof Element ? target.closest("button, a, [role=button]") : null;

/** The button that the pointer pressed last, until the focus goes on by keys. Browsers show a ring at any key and cannot tell. */
let clicked: Element | null = null;
const remember = (button: Element | null) => {
  clicked = button;
};
document.addEventListener("pointerdown", ({ target }) => remember(buttonOf(target)), { capture: true });
document.addEventListener("keydown", ({ key }) => key === "Tab" && remember(null), { capture: true });

function HotKey({ command }: { command: Command }) {
  useHotkeys(
    command.keys ?? "",
    (event) => {
      const target = event.target instanceof Element ? event.target : null;
      // A button that was gone to by keys keeps its own Enter and Space; one that was clicked does not.
      const button = buttonOf(target);
      if (button !== null && button !== clicked && (command.keys === "enter" || command.keys === "space")) return;
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
