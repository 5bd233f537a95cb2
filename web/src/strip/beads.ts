import type { Beads, Edit, Retiming, StripRow } from "../api/types";
import { type BeadChoice as Choice, type ChosenRow, get, type State, set } from "../state/store";
import { rowKey } from "./question";

type Row = Pick<StripRow, "thing" | "value" | "addresses">;

/** What the strip shows the keys of: the camera or the chosen puppet. */
export const ownerHere = ({ place, castId }: Pick<State, "place" | "castId"> = get()) =>
  place === "camera" ? "camera" : castId;

/** The keys that are chosen on the strip that is shown; null for none. */
export function choiceHere(state: State = get()): Choice | null {
  const { beads, shotId } = state;
  return beads && beads.shot === shotId && beads.owner === ownerHere(state) && beads.rows.size > 0 ? beads : null;
}

/** The frames at which any key is chosen, remembered for the choice: many cards ask. */
export function framesChosen(state: State): ReadonlySet<number> | null {
  const choice = choiceHere(state);
  if (choice === null) return null;
  const known = framesOf.get(choice) ?? new Set(framesIn(choice));
  framesOf.set(choice, known);
  return known;
}

const framesOf = new WeakMap<Choice, ReadonlySet<number>>();

/** As edits want them. */
export const beadsOf = (choice: Choice): Beads[] =>
  [...choice.rows.values()].map(({ addresses, frames }) => ({ addresses, frames: [...frames].sort((a, b) => a - b) }));

export const countOf = (choice: Choice) => [...choice.rows.values()].reduce((sum, row) => sum + row.frames.size, 0);

/** The first and the last chosen frame. */
export function spanOf(choice: Choice): { first: number; last: number } {
  let [first, last] = [Number.POSITIVE_INFINITY, 0];
  for (const { frames } of choice.rows.values())
    for (const frame of frames) [first, last] = [Math.min(first, frame), Math.max(last, frame)];
  return { first, last };
}

/** Chooses keys: these alone, these too, or each of them the other way about. */
export type How = "only" | "also" | "toggle";

/** @param rows each with the frames that are meant; of the strip that is shown. */
export function choose(rows: { row: Row; frames: Iterable<number> }[], how: How): void {
  const state = get();
  const owner = ownerHere(state);
  if (owner === null || state.shotId === null) return;
  const next = new Map(how === "only" ? [] : choiceHere(state)?.rows);
  for (const { row, frames } of rows) {
    const key = rowKey(row);
    const before = next.get(key)?.frames ?? new Set<number>();
    const all = new Set(before);
    for (const frame of frames) how === "toggle" && before.has(frame) ? all.delete(frame) : all.add(frame);
    if (all.size > 0) next.set(key, { addresses: row.addresses, frames: all });
    else next.delete(key);
  }
  set({ beads: next.size > 0 ? { shot: state.shotId, owner, rows: next } : null });
}

/** The frames at which any key is chosen. */
export const framesIn = (choice: Choice): number[] =>
  [...new Set([...choice.rows.values()].flatMap((row) => [...row.frames]))].sort((a, b) => a - b);

/** Where keys go, as far as that is the same for every row; null where it is not. */
export function placesOf(how: Retiming, choice: Choice): ((frame: number) => number) | null {
  const { first, last } = spanOf(choice);
  if (how.kind === "shift") return (frame) => frame + Math.max(how.by, 1 - first);
  if (how.kind === "stretch") return (frame) => how.about + Math.round((frame - how.about) * how.times);
  if (how.kind === "evenly") {
    const frames = framesIn(choice);
    return (frame) => first + Math.round((frames.indexOf(frame) * (last - first)) / Math.max(1, frames.length - 1));
  }
  if (how.kind === "exchange") {
    const frames = framesIn(choice);
    return (frame) => frames.at(-1 - frames.indexOf(frame)) ?? frame;
  }
  return how.kind === "reverse" ? (frame) => first + last - frame : null;
}

/** The choice stays with keys that it moved. */
export function followBeads(edit: Edit): void {
  const choice = choiceHere();
  if (choice === null) return;
  if (edit.kind === "removeChosenKeys") set({ beads: null });
  if (edit.kind === "moveKeys") set({ beads: null });
  if (edit.kind !== "retimeKeys") return;
  const places = placesOf(edit.to, choice);
  const moved = ([thing, row]: [string, ChosenRow]) =>
    [thing, { ...row, frames: new Set([...row.frames].map((frame) => places?.(frame) ?? frame)) }] as const;
  set({ beads: places === null ? null : { ...choice, rows: new Map([...choice.rows].map(moved)) } });
}
