import { type Command, canRun, holdsAt } from "../commands/command";
import { commands } from "../commands/list";
import { keysSaid } from "../commands/shortcuts";
import { get, type State } from "../state/store";
import { words } from "../words/shell";
import { synonyms } from "../words/synonyms";

/** A line of the finder. */
export interface Action {
  key: string;
  name: string;
  /** What else it is called. */
  words: string;
  /** Its shortcut, what is missing for it, or where its button stands. */
  note: string;
  disabled: boolean;
  run: () => void;
}

/** Everything that can be done by name here: commands, then the buttons that stand on the page for what is chosen. */
export function actionsHere(): Action[] {
  const state = get();
  const named = commands
    .filter((command) => holdsAt(command, state))
    .map((command): Action => {
      const lacks = command.lacks?.(state) ?? null;
      return {
        key: command.id,
        name: command.name,
        words: synonyms[command.id] ?? "",
        note: lacks ?? [onOrOff(command, state), keysSaid(command)].filter(Boolean).join(" · "),
        disabled: !canRun(command, state),
        run: command.run,
      };
    });
  const known = new Set(named.map((action) => action.name));
  return [...named, ...buttonsHere().filter((action) => !known.has(action.name))];
}

const onOrOff = ({ on }: Command, state: State) => (on ? (on(state) ? words.on : words.off) : "");

/** Buttons inside an area whose name says what they do; lines of lists are things and not actions. */
function buttonsHere(): Action[] {
  return [...document.querySelectorAll<HTMLElement>("main button, main a[href][download]")]
    .filter((button) => button.offsetParent !== null && button.closest("li, [data-no-action]") === null)
    .map((button, i): Action => {
      const area = button.closest("aside, section, header")?.getAttribute("aria-label") ?? "";
      const group = button.closest("[role=region][aria-label]")?.getAttribute("aria-label");
      return {
        key: `button-${i}`,
        name: nameOf(button),
        words: "",
        note: [area, group].filter(Boolean).join(", "),
        disabled: button.matches(":disabled"),
        run: () => button.click(),
      };
    })
    .filter((action) => action.name !== "");
}

/** As a screen reader says it. */
const nameOf = (button: HTMLElement) =>
  (button.getAttribute("aria-label") ?? button.textContent ?? "").replace(/\s*[▾▸]\s*$/, "").trim();
