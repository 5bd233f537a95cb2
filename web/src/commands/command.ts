import type { Chosen, Place, State } from "../state/store";
import { words } from "../words/commands";

/** What can be right-clicked. */
export type About = Chosen["kind"] | "picture" | "keys" | "gap";

/**
 * Something a person can do: the finder, tooltips, right-click menus and hot keys all read it from the one list, and a button
 * that does it takes its name, shortcut and whether it can be done from here.
 */
export interface Command {
  /** Changed shortcuts are kept by it. */
  id: string;
  name: string;
  /** What the hot keys listen for until somebody chooses another. */
  keys?: string;
  /** The shortcut also counts while a field has the focus. */
  inFields?: "always" | "unless typed in";
  /** Where it holds, and only while the place is seen; everywhere, also on the page of films, when left out. */
  places?: readonly Place[];
  /** What is missing to do it now, as "choose a part"; null when nothing is. */
  lacks?: (state: State) => string | null;
  /** In the menus of what it stands. */
  about?: readonly About[];
  /** Of a switch, named by what is on: whether it is. */
  on?: (state: State) => boolean;
  run: () => void;
  /** Its shortcut is one key alone, which does this as long as it is held. */
  held?: (down: boolean) => void;
}

export const holdsAt = ({ places }: Command, { place, filmsOpen }: Pick<State, "place" | "filmsOpen">) =>
  places === undefined || (!filmsOpen && places.includes(place));

/** Can be done here and now. */
export const canRun = (command: Command, state: State) =>
  holdsAt(command, state) && (command.lacks?.(state) ?? null) === null;

/** How a shortcut is written for people. */
export const keyName = (keys: string) =>
  keys
    .split("+")
    .map((key) => names[key] ?? key[0]?.toUpperCase() + key.slice(1))
    .join("+");

const names: Record<string, string> = {
  comma: ",",
  period: ".",
  equal: "+",
  minus: "−",
  space: words.space,
  ctrl: words.ctrl,
  shift: words.shift,
  enter: words.enter,
  left: "←",
  right: "→",
  up: "↑",
  down: "↓",
  slash: "/",
  bracketleft: "[",
  bracketright: "]",
};
