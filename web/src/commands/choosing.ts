import { enqueueSnackbar } from "notistack";
import type { Edit, Part, Puppet } from "../api/types";
import { ofEach } from "../benches/chosenAmong";
import { switchListOrder } from "../benches/listOrder";
import { duplicateParts } from "../benches/parts/duplicateParts";
import { takeAwayParts } from "../benches/parts/takeAwayParts";
import { commit, wish } from "../state/film";
import { newId, puppetOf, shotOf } from "../state/select";
import { get, places, type State, set } from "../state/store";
import { beadsOf, choiceHere } from "../strip/beads";
import { words } from "../words/commands";
import type { Command } from "./command";
import { nudge } from "./nudge";

const bench = ["parts", "rig"] as const;

/** The parts that are chosen on a bench, in the puppet's order. */
export function partsChosen(state: State = get()): Part[] {
  const { chosen, also, place } = state;
  if (chosen?.kind !== "part" || (place !== "parts" && place !== "rig")) return [];
  return puppetOf(state)?.parts.filter((part) => part.id === chosen.thing || also.includes(part.id)) ?? [];
}

export const noParts = (state: State) => (partsChosen(state).length === 0 ? words.lacksPart : null);

/** One edit a chosen part, as one undo step. */
function onEach(says: string, edit: (puppet: Puppet, part: Part) => Edit): void {
  const puppet = puppetOf(get());
  const parts = partsChosen();
  if (puppet && parts.length > 0)
    void commit({ kind: "together", says, edits: parts.map((part) => edit(puppet, part)) });
}

const changed = (changes: Partial<Extract<Edit, { kind: "changePart" }>>) => (puppet: Puppet, part: Part) =>
  ({ kind: "changePart", puppetId: puppet.id, partId: part.id, ...changes }) as const;

/** Switches something of all chosen parts on, or off where all have it. */
const toggle = (what: "hidden" | "locked" | "tuckedAway", on: string, off: string) => () => {
  const all = partsChosen().every((part) => part[what]);
  onEach(all ? off : on, changed({ [what]: !all }));
};

/** Delete takes out what is chosen on the bench or on the stage; in Act, with nothing chosen of it, the puppet off the stage. */
export function removeChosen(): void {
  const state = get();
  const { chosen, also, place, shotId } = state;
  const edit = removing(state);
  if (edit === null) return;
  if (edit.kind === "removeChosenKeys") return void commit(edit);
  if (place === "rig") for (const id of [chosen?.thing ?? "", ...also]) tellOfWeights(puppetOf(state), id);
  if (chosen === null && shotId !== null) set({ castId: null });
  else set({ chosen: null, also: also.length > 0 ? [] : also });
  void commit(edit);
}

/** What takes out what is chosen; null when nothing is that can go. */
function removing(state: State): Edit | null {
  const { chosen, place, shotId, castId } = state;
  const keys = choiceHere(state);
  if (keys !== null) return { kind: "removeChosenKeys", shotId: keys.shot, chosen: beadsOf(keys) };
  if (chosen === null)
    return place === "act" && shotId !== null && castId !== null
      ? { kind: "removeThing", shotId, thingId: castId }
      : null;
  if (place === "act" && chosen.kind === "kept") return { kind: "removeKept", keptId: chosen.thing };
  if (place === "act" && shotId !== null && chosen.kind === "placed")
    return { kind: "removePlaced", shotId, placedId: chosen.thing };
  if ((place === "act" || place === "camera") && shotId !== null && chosen.kind === "sound")
    return { kind: "removeSoundUse", shotId, useId: chosen.thing };
  if (place === "act" && shotId !== null && chosen.kind === "cue") return silence(state, shotId);
  const puppet = puppetOf(state);
  const parts = partsChosen(state);
  if (puppet && parts.length > 0)
    return takeAwayParts(
      puppet,
      parts.map((part) => part.id),
    );
  if (place === "rig" && puppet) return offPuppet(puppet, [chosen.thing, ...state.also]);
  if (shotId !== null && (place === "scenery" || place === "camera")) {
    if (chosen.kind === "thing")
      return ofEach([chosen.thing, ...state.also], words.deleteFromStage, (thingId) => ({
        kind: "removeThing",
        shotId,
        thingId,
      }));
    if (chosen.kind === "shake") return { kind: "removeShake", shotId, shakeId: chosen.thing };
  }
  return null;
}

/** Nothing is said in the chosen frames. */
const silence = ({ spoken }: State, shotId: string): Edit | null =>
  spoken && { kind: "putCues", shotId, ...spoken, cues: [{ frame: spoken.from, mouth: "Keyed" }] };

/** Reaches before the bones that they pull, which take theirs along. */
function offPuppet(puppet: Puppet, things: string[]): Edit | null {
  const puppetId = puppet.id;
  const chosen = ({ id }: { id: string }) => things.includes(id);
  const bones = puppet.bones.filter(chosen);
  const edits: Edit[] = [
    ...puppet.parts.flatMap(({ id: partId, pins }) =>
      pins.filter(chosen).map(({ id: pinId }) => ({ kind: "removePin" as const, puppetId, partId, pinId })),
    ),
    ...puppet.reaches.filter(chosen).map(({ id: reachId }) => ({ kind: "removeReach" as const, puppetId, reachId })),
    ...bones.map(({ id: boneId }) => ({ kind: "removeBone" as const, puppetId, boneId })),
    ...puppet.dials.filter(chosen).map(({ id: dialId }) => ({ kind: "removeDial" as const, puppetId, dialId })),
  ];
  return edits.length === 0 ? null : ofEach(edits, words.deleteThings(edits.length), (edit) => edit);
}

/** Weights that were painted for a bone go with it, which is not seen from the bone. */
function tellOfWeights(puppet: Puppet | null, bone: string): void {
  const painted = puppet?.parts.filter((part) => part.bend?.strokes.some((stroke) => stroke.bone === bone)) ?? [];
  if (painted.length > 0)
    enqueueSnackbar(words.weightsWent(painted.map((part) => part.name).join(", ")), { variant: "info" });
}

/** The list of parts, as far as they are not tucked away. */
const listed = () => [...(puppetOf(get())?.parts ?? [])].reverse().filter((part) => !part.tuckedAway);

function chooseAllParts(): void {
  const [first, ...others] = listed();
  if (first) set({ chosen: { kind: "part", thing: first.id }, also: others.map((part) => part.id) });
}

/** The list's next line, or the one before. */
function chooseNext(by: 1 | -1): void {
  const state = get();
  if (state.place === "scenery") {
    const things = [...(shotOf(state)?.things ?? [])].sort((a, b) => a.stand.distance - b.stand.distance);
    const to = things[things.findIndex((thing) => thing.id === state.chosen?.thing) + by];
    if (to) set({ chosen: { kind: "thing", thing: to.id }, also: [] });
    return;
  }
  const parts = listed();
  const to = parts[parts.findIndex((part) => part.id === state.chosen?.thing) + by];
  const owner = state.place === "act" ? (state.castId ?? undefined) : undefined;
  if (to) set({ chosen: { kind: "part", thing: to.id, owner }, also: [] });
}

/** Copies the chosen parts with all that rides on them. */
function duplicate(): void {
  const puppet = puppetOf(get());
  const partIds = partsChosen().map((part) => part.id);
  if (puppet) void duplicateParts(puppet.id, partIds);
}

/** A carrier without art for the chosen parts. */
function group(): void {
  const puppet = puppetOf(get());
  const parts = partsChosen();
  if (!puppet) return;
  const id = newId("group");
  const name = parts.length === 1 && parts[0] ? words.withAll(parts[0].name) : words.group;
  set({ chosen: { kind: "part", thing: id }, also: [] });
  void commit({ kind: "groupParts", puppetId: puppet.id, partIds: parts.map((part) => part.id), groupId: id, name });
}

/** One step towards the front or the back of the painting order. */
function reorder(by: 1 | -1): void {
  const puppet = puppetOf(get());
  const [part] = partsChosen();
  if (puppet && part)
    void commit({ kind: "movePart", puppetId: puppet.id, partId: part.id, to: puppet.parts.indexOf(part) + by });
}

function putOnStage(): void {
  const { shotId, puppetId } = get();
  if (shotId === null || puppetId === null) return;
  const id = newId("cast");
  void wish({ kind: "putOnStage", shot: shotId, puppet: puppetId, newId: id }).then(() => set({ castId: id }));
}

const part = { places: bench, lacks: noParts, about: ["part"] } as const;

const sides = [
  ["left", "across", -1],
  ["right", "across", 1],
  ["up", "down", -1],
  ["down", "down", 1],
] as const;

/** What is done to what is chosen. */
export const choosing: Command[] = [
  {
    id: "remove",
    name: words.deleteSelection,
    keys: "delete",
    places,
    lacks: (state) => (removing(state) === null ? words.lacksSelection : null),
    about: [
      "part",
      "bone",
      "pin",
      "reach",
      "dial",
      "thing",
      "shake",
      "keys",
      "placed",
      "sound",
      "cue",
      "reference",
      "kept",
    ],
    run: removeChosen,
  },
  {
    id: "list-order",
    name: words.orderPartsByAttachment,
    places: bench,
    run: switchListOrder,
  },
  { id: "choose-all", name: words.selectAllParts, keys: "ctrl+a", places: bench, run: chooseAllParts },
  { id: "choose-next", name: words.selectNextLine, keys: "alt+down", places, run: () => chooseNext(1) },
  { id: "choose-before", name: words.selectPreviousLine, keys: "alt+up", places, run: () => chooseNext(-1) },
  {
    id: "choose-none",
    name: words.stopOrCancel,
    keys: "escape",
    run: () =>
      set(
        get().finderOpen
          ? { finderOpen: false }
          : get().filmsOpen && get().filmId
            ? { filmsOpen: false }
            : get().playing
              ? { playing: false }
              : choiceHere()
                ? { beads: null }
                : { chosen: null, also: [] },
      ),
  },
  { id: "duplicate", name: words.duplicateParts, keys: "ctrl+d", ...part, run: duplicate },
  { id: "group", name: words.groupParts, keys: "ctrl+g", ...part, run: group },
  { id: "hide", name: words.hideOrShowParts, ...part, run: toggle("hidden", words.hideParts, words.showParts) },
  {
    id: "lock",
    name: words.lockOrUnlockParts,
    ...part,
    run: toggle("locked", words.lockParts, words.unlockParts),
  },
  {
    id: "tuck",
    name: words.hideInLists,
    ...part,
    run: toggle("tuckedAway", words.hideInLists, words.showInLists),
  },
  { id: "forward", name: words.bringForward, keys: "bracketright", ...part, run: () => reorder(1) },
  { id: "back", name: words.sendBackward, keys: "bracketleft", ...part, run: () => reorder(-1) },
  {
    id: "put-on-stage",
    name: words.placePuppet,
    lacks: (state) => (state.puppetId === null ? words.lacksDrawing : state.shotId === null ? words.lacksShot : null),
    run: putOnStage,
  },
  ...sides.flatMap(([key, side, steps]) => [
    {
      id: `nudge-${key}`,
      name: words.nudge(key),
      keys: key,
      places: ["act", "scenery", "camera", "finish"] as const,
      run: () => void nudge(side, steps),
    },
    {
      id: `nudge-${key}-far`,
      name: words.nudgeTen(key),
      keys: `shift+${key}`,
      places: ["act", "scenery", "camera", "finish"] as const,
      run: () => void nudge(side, 10 * steps),
    },
  ]),
];
