import { switchRoom, useRoom } from "../fields/room";
import { KeyStep, seeAll, seeChosen, seePixels, zoomBy } from "../stage/nearness";
import { openPictureWindow } from "../stage/pictureWindow";
import { holdWay, takeHold, toggleWay, wayList } from "../stage/ways";
import { get, places, type Side, type State, set } from "../state/store";
import { words } from "../words/commands";
import type { Command } from "./command";

/** Folds sides away; when all of them are, brings them back. */
function fold(sides: Side[]): void {
  const away = new Set(get().foldedAway);
  const back = sides.every((side) => away.has(side));
  for (const side of sides) back ? away.delete(side) : away.add(side);
  set({ foldedAway: away });
}

const shown = (side: Side) => (state: State) => !state.foldedAway.has(side);

const all: Command[] = [
  { id: "nearer", name: words.zoomIn, keys: "equal", run: () => zoomBy(KeyStep) },
  { id: "farther", name: words.zoomOut, keys: "minus", run: () => zoomBy(1 / KeyStep) },
  { id: "see-all", name: words.fit, keys: "0", about: ["picture"], run: seeAll },
  { id: "see-pixels", name: words.actualSize, keys: "shift+0", about: ["picture"], run: seePixels },
  {
    id: "see-chosen",
    name: words.zoomToSelection,
    keys: "f",
    about: ["part", "bone", "pin", "reach", "thing", "body"],
    run: () => void seeChosen(),
  },
  { id: "fold-list", name: words.showList, on: shown("list"), keys: "q", run: () => fold(["list"]) },
  { id: "fold-details", name: words.showDetails, on: shown("card"), keys: "w", run: () => fold(["card"]) },
  { id: "fold-strip", name: words.showTimeline, on: shown("strip"), keys: "e", run: () => fold(["strip"]) },
  {
    id: "picture-alone",
    name: words.pictureOnly,
    on: ({ foldedAway }) => foldedAway.size === 3,
    keys: "r",
    about: ["picture"],
    run: () => fold(["list", "card", "strip"]),
  },
  { id: "room", name: words.roomyFields, on: () => useRoom.getState().airy, run: switchRoom },
  {
    id: "picture-window",
    name: words.pictureInOwnWindow,
    about: ["picture"],
    run: openPictureWindow,
  },
  {
    id: "take-hold",
    name: words.panPicture,
    keys: "z",
    run: () => takeHold(!get().panning),
    held: takeHold,
  },
  ...wayList.map(({ way, title, key }) => ({
    id: `way-${way}`,
    name: words.view(title),
    on: ({ ways }: State) => ways.has(way),
    keys: key,
    run: () => toggleWay(way),
    held: (down: boolean) => holdWay(way, down),
  })),
  {
    id: "references",
    name: words.viewReferences,
    on: (state: State) => state.references,
    keys: "l",
    run: () => set({ references: !get().references }),
    held: (down) => get().referencesHeld !== down && set({ referencesHeld: down }),
  },
  {
    id: "beyond",
    name: words.viewPastEdges,
    on: (state: State) => state.beyond,
    run: () => set({ beyond: !get().beyond }),
  },
];

/** How the picture is looked at, and what stands round it: wherever there is a picture. */
export const looking: Command[] = all.map((command) => ({ ...command, places }));
