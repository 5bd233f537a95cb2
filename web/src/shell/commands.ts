import { takeAwayParts } from "../benches/parts/takeAwayParts";
import { engine } from "../engine/engine";
import { togglePlay } from "../playing/play";
import { KeyStep, seeAll, seeChosen, seePixels, zoomBy } from "../stage/nearness";
import { openPictureWindow } from "../stage/pictureWindow";
import { toggleWay, wayList } from "../stage/ways";
import { commit, redo, tell, undo, wish } from "../state/film";
import { castOf, newId, shotOf } from "../state/select";
import { get, type Place, places, type Side, set, touch } from "../state/store";
import { nudge } from "./nudge";
import { travel } from "./travel";

/** Everything with a name in the command finder. The shortcut is what the hot keys listen for. */
export interface Command {
  name: string;
  keys?: string;
  /** The shortcut also counts while a field has the focus. */
  inFields?: "always" | "unless typed in";
  run: () => void;
}

export const placeNames: Record<Place, string> = {
  parts: "Parts",
  rig: "Rig",
  act: "Act",
  scenery: "Scenery",
  camera: "Camera",
  finish: "Finish",
};

export function goTo(frame: number): void {
  const length = shotOf(get())?.length ?? 1;
  set({ frame: Math.min(length, Math.max(1, Math.round(frame))) });
}

/** What this place keys: the camera or the chosen puppet. */
const ownerHere = () => (get().place === "camera" ? "camera" : get().castId);

/** The cards of what this place keys, and the frames at which only a few of its keys stand. */
async function cardFrames(): Promise<number[]> {
  const [shot, owner] = [get().shotId, ownerHere()];
  if (shot === null || owner === null) return [];
  const answer = await engine.ask({ kind: "strip", shot, owner, from: 1, to: null }).catch(tell);
  return answer?.strip?.cards.map((card) => card.frame) ?? [];
}

const nextCard = async () => goTo((await cardFrames()).find((frame) => frame > get().frame) ?? get().frame);
const lastCard = async () => goTo((await cardFrames()).findLast((frame) => frame < get().frame) ?? get().frame);

export function keyHere(): void {
  const { place, shotId, castId, frame } = get();
  if (shotId === null) return;
  if (place === "camera") void wish({ kind: "setMark", shot: shotId, frame });
  else if (castId !== null) void wish({ kind: "keyPose", shot: shotId, owner: castId, frame });
}

/** Holds the chosen thing, or with nothing chosen everything of the owner, up to this frame. */
export async function holdHere(): Promise<void> {
  const { place, shotId, frame, chosen } = get();
  const owner = ownerHere();
  if (shotId === null || owner === null) return;
  const thing = place !== "camera" && chosen?.owner === owner ? chosen.thing : undefined;
  if (thing === undefined) return void commit({ kind: "holdHere", shotId, frame, owner, addresses: [] });
  const answer = await engine.ask({ kind: "values", view: { shot: shotId }, frame, owner, thing }).catch(tell);
  const addresses = answer?.lines.filter((line) => line.keyed).map((line) => line.address) ?? [];
  void commit({ kind: "holdHere", shotId, frame, owner: null, addresses });
}

export function go(place: Place): void {
  if (get().place === place) return;
  void engine.stopTrying().then(touch);
  set({ place, tool: "choose", chosen: null, also: [], playing: false, scrubbing: false, frame: get().frame });
}

/** Delete takes out what is chosen on the bench or on the stage; in Act, with nothing chosen of it, the puppet off the stage. */
export function removeChosen(): void {
  const { chosen, also, place, puppetId, shotId, castId, film } = get();
  if (chosen === null) {
    if (place !== "act" || shotId === null || castId === null) return;
    set({ castId: null });
    return void commit({ kind: "removeThing", shotId, thingId: castId });
  }
  const puppet = film?.puppets.find((candidate) => candidate.id === puppetId);
  if ((place === "parts" || place === "rig") && puppet && chosen.kind === "part") {
    void commit(takeAwayParts(puppet, [chosen.thing, ...also]));
  } else if (place === "rig" && puppet) {
    if (chosen.kind === "bone") void commit({ kind: "removeBone", puppetId: puppet.id, boneId: chosen.thing });
    if (chosen.kind === "dial") void commit({ kind: "removeDial", puppetId: puppet.id, dialId: chosen.thing });
    if (chosen.kind === "reach") void commit({ kind: "removeReach", puppetId: puppet.id, reachId: chosen.thing });
    const part = puppet.parts.find((candidate) => candidate.pins.some((pin) => pin.id === chosen.thing));
    if (chosen.kind === "pin" && part)
      void commit({ kind: "removePin", puppetId: puppet.id, partId: part.id, pinId: chosen.thing });
  } else if (shotId !== null && (place === "scenery" || place === "camera")) {
    if (chosen.kind === "thing") void commit({ kind: "removeThing", shotId, thingId: chosen.thing });
    if (chosen.kind === "shake") void commit({ kind: "removeShake", shotId, shakeId: chosen.thing });
  } else return;
  set({ chosen: null, also: [] });
}

/** Everything in the list of parts, as far as it is not tucked away. */
function chooseAllParts(): void {
  const { film, puppetId, place } = get();
  const puppet = film?.puppets.find((candidate) => candidate.id === puppetId);
  const [first, ...others] = [...(puppet?.parts ?? [])].reverse().filter((part) => !part.tuckedAway);
  if (first && (place === "parts" || place === "rig"))
    set({ chosen: { kind: "part", thing: first.id }, also: others.map((part) => part.id) });
}

/** Copies the chosen parts with all that rides on them. */
function duplicateChosen(): void {
  const { chosen, also, place, puppetId, copyStep } = get();
  if (chosen?.kind !== "part" || puppetId === null || (place !== "parts" && place !== "rig")) return;
  void commit({
    kind: "duplicateParts",
    puppetId,
    partIds: [chosen.thing, ...also],
    by: copyStep,
    suffix: newId("copy"),
  });
}

export const commands: Command[] = [
  ...places.map((place, i) => ({ name: `Go to ${placeNames[place]}`, keys: String(i + 1), run: () => go(place) })),
  { name: "Play or stop", keys: "space", run: togglePlay },
  { name: "One frame back", keys: "comma", run: () => goTo(get().frame - 1) },
  { name: "One frame on", keys: "period", run: () => goTo(get().frame + 1) },
  { name: "Card before", keys: "shift+comma", run: () => void lastCard() },
  { name: "Card after", keys: "shift+period", run: () => void nextCard() },
  { name: "First frame", keys: "home", run: () => goTo(1) },
  { name: "Last frame", keys: "end", run: () => goTo(Number.MAX_SAFE_INTEGER) },
  { name: "Key the pose / set a camera mark", keys: "enter", run: keyHere },
  { name: "Hold here", keys: "h", run: () => void holdHere() },
  { name: "Undo", keys: "ctrl+z", inFields: "unless typed in", run: () => void undo() },
  { name: "Redo", keys: "ctrl+shift+z", inFields: "unless typed in", run: () => void redo() },
  { name: "Remove what is chosen", keys: "delete", run: removeChosen },
  { name: "Choose all parts", keys: "ctrl+a", run: chooseAllParts },
  { name: "Duplicate the chosen parts", keys: "ctrl+d", run: duplicateChosen },
  ...(
    [
      ["left", "across", -1],
      ["right", "across", 1],
      ["up", "down", -1],
      ["down", "down", 1],
    ] as const
  ).flatMap(([key, side, steps]) => [
    { name: `Nudge ${key}`, keys: key, run: () => void nudge(side, steps) },
    { name: `Nudge ${key}, ten steps`, keys: `shift+${key}`, run: () => void nudge(side, 10 * steps) },
  ]),
  { name: "Find a command", keys: "ctrl+k", inFields: "always", run: () => set({ finderOpen: true }) },
  { name: "On to the next area", keys: "f6", inFields: "always", run: () => travel(1) },
  { name: "Back to the area before", keys: "shift+f6", inFields: "always", run: () => travel(-1) },
  { name: "Look from nearer", keys: "equal", run: () => zoomBy(KeyStep) },
  { name: "Look from farther", keys: "minus", run: () => zoomBy(1 / KeyStep) },
  { name: "Look at all of the picture", keys: "0", run: seeAll },
  { name: "Look pixel for pixel", keys: "shift+0", run: seePixels },
  { name: "Look at what is chosen", keys: "f", run: () => void seeChosen() },
  { name: "Show or fold away the list", keys: "q", run: () => fold(["list"]) },
  { name: "Show or fold away the details", keys: "w", run: () => fold(["card"]) },
  { name: "Show or fold away the strip", keys: "e", run: () => fold(["strip"]) },
  { name: "Show the picture alone, or everything", keys: "r", run: () => fold(["list", "card", "strip"]) },
  { name: "The picture in a window of its own", run: openPictureWindow },
  ...wayList.map(({ way, title }) => ({ name: `Look: ${title}`, run: () => toggleWay(way) })),
  { name: "Look: past the frame’s edges", run: () => set({ beyond: !get().beyond }) },
  { name: "Show the snags", run: () => set({ snagsOpen: true }) },
  {
    name: "Back to rest, whole puppet",
    run: () => {
      const { shotId, frame } = get();
      const owner = castOf(get())?.id;
      if (shotId && owner) void wish({ kind: "backToRest", shot: shotId, owner, thing: null, frame });
    },
  },
];

/** Folds sides away; when all of them are, brings them back. */
function fold(sides: Side[]): void {
  const away = new Set(get().foldedAway);
  const back = sides.every((side) => away.has(side));
  for (const side of sides) back ? away.delete(side) : away.add(side);
  set({ foldedAway: away });
}

/** How a shortcut is written for people. */
export const keyName = (keys: string) =>
  keys
    .split("+")
    .map(
      (key) =>
        ({
          comma: ",",
          period: ".",
          equal: "+",
          minus: "−",
          space: "Space",
          ctrl: "Ctrl",
          shift: "Shift",
          enter: "Enter",
          left: "←",
          right: "→",
          up: "↑",
          down: "↓",
        })[key] ?? key[0]?.toUpperCase() + key.slice(1),
    )
    .join("+");
