import { switchRoom } from "../fields/room";
import { KeyStep, seeAll, seeChosen, seePixels, zoomBy } from "../stage/nearness";
import { openPictureWindow } from "../stage/pictureWindow";
import { holdWay, takeHold, toggleWay, wayList } from "../stage/ways";
import { get, places, type Side, set } from "../state/store";
import type { Command } from "./command";

/** Folds sides away; when all of them are, brings them back. */
function fold(sides: Side[]): void {
  const away = new Set(get().foldedAway);
  const back = sides.every((side) => away.has(side));
  for (const side of sides) back ? away.delete(side) : away.add(side);
  set({ foldedAway: away });
}

const all: Command[] = [
  { id: "nearer", name: "Look from nearer", keys: "equal", run: () => zoomBy(KeyStep) },
  { id: "farther", name: "Look from farther", keys: "minus", run: () => zoomBy(1 / KeyStep) },
  { id: "see-all", name: "Look at all of the picture", keys: "0", about: ["picture"], run: seeAll },
  { id: "see-pixels", name: "Look pixel for pixel", keys: "shift+0", about: ["picture"], run: seePixels },
  {
    id: "see-chosen",
    name: "Look at what is chosen",
    keys: "f",
    about: ["part", "bone", "pin", "reach", "thing", "body"],
    run: () => void seeChosen(),
  },
  { id: "fold-list", name: "Show or fold away the list", keys: "q", run: () => fold(["list"]) },
  { id: "fold-details", name: "Show or fold away the details", keys: "w", run: () => fold(["card"]) },
  { id: "fold-strip", name: "Show or fold away the strip", keys: "e", run: () => fold(["strip"]) },
  {
    id: "picture-alone",
    name: "Show the picture alone, or everything",
    keys: "r",
    about: ["picture"],
    run: () => fold(["list", "card", "strip"]),
  },
  { id: "room", name: "Fields with more room and larger words, or close together", run: switchRoom },
  {
    id: "picture-window",
    name: "The picture in a window of its own",
    about: ["picture"],
    run: openPictureWindow,
  },
  {
    id: "take-hold",
    name: "Push the picture about by pressing on it",
    keys: "z",
    run: () => takeHold(!get().panning),
    held: takeHold,
  },
  ...wayList.map(({ way, title, key }) => ({
    id: `way-${way}`,
    name: `Look: ${title}`,
    keys: key,
    run: () => toggleWay(way),
    held: (down: boolean) => holdWay(way, down),
  })),
  {
    id: "references",
    name: "Look: references",
    keys: "l",
    run: () => set({ references: !get().references }),
    held: (down) => get().referencesHeld !== down && set({ referencesHeld: down }),
  },
  { id: "beyond", name: "Look: past the frame’s edges", run: () => set({ beyond: !get().beyond }) },
];

/** How the picture is looked at, and what stands round it: wherever there is a picture. */
export const looking: Command[] = all.map((command) => ({ ...command, places }));
