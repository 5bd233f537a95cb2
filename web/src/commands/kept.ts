import { commit, wish } from "../state/film";
import { castOf, newId, rangeOf, shotOf } from "../state/select";
import { get, type State, set } from "../state/store";
import { choiceHere, spanOf } from "../strip/beads";
import { words } from "../words/commands";
import type { Command } from "./command";

/** The controls that are meant: those whose keys are chosen on the strip, else the chosen ones; none for the whole puppet. */
export function controlsMeant(state: State = get()): string[] {
  const choice = choiceHere(state);
  if (choice !== null)
    return [...new Set([...choice.rows.values()].flatMap((row) => row.addresses.map(({ thing }) => thing)))].filter(
      (thing) => thing !== "stand",
    );
  const { chosen, also, castId } = state;
  return chosen?.owner === castId && chosen.kind !== "stand" ? [chosen.thing, ...also] : [];
}

/** From the first chosen key to the last, else what plays. */
function framesMeant(state: State = get()): { from: number; to: number } {
  const choice = choiceHere(state);
  const shot = shotOf(state);
  if (choice !== null) return { from: spanOf(choice).first, to: spanOf(choice).last };
  return shot ? rangeOf(shot) : { from: 1, to: 1 };
}

/** A name that nothing kept has yet. */
function freeName(word: string): string {
  const names = new Set(get().film?.kept.map(({ name }) => name));
  let number = 1;
  while (names.has(`${word} ${number}`)) number++;
  return `${word} ${number}`;
}

async function keep(word: string, from: number, to: number, asExpression = false): Promise<void> {
  const { shotId, castId } = get();
  if (shotId === null || castId === null) return;
  const id = newId("kept");
  // An expression has nothing of where the body is: with the body chosen the whole puppet is meant.
  const things = controlsMeant().filter((thing) => !asExpression || thing !== "body");
  const name = freeName(word);
  await wish({ kind: "keepActing", shot: shotId, owner: castId, things, from, to, newId: id, name, asExpression });
  set({ chosen: { kind: "kept", thing: id }, also: [] });
}

const keptOf = (state: State) =>
  state.chosen?.kind === "kept" ? state.film?.kept.find(({ id }) => id === state.chosen?.thing) : undefined;

function putOn(): void {
  const { shotId, castId, frame, using } = get();
  const kept = keptOf(get());
  if (!kept || shotId === null || castId === null) return;
  const { strength, mirror, onTop, without } = using;
  const whole = { kind: "putPose", shotId, owner: castId, keptId: kept.id, frame, at: 1 } as const;
  void commit({ ...whole, things: [], strengthPercent: strength, mirror, offset: onTop, without });
}

async function place(): Promise<void> {
  const { shotId, castId, frame, using } = get();
  const kept = keptOf(get());
  if (!kept || shotId === null || castId === null) return;
  const id = newId("placed");
  const how = { strengthPercent: using.strength, mirror: using.mirror, keys: using.onTop ? "Add" : "Replace" } as const;
  // A pose is placed to stand for a while.
  const length = kept.kind === "Action" ? kept.length : 12;
  const whole = { from: 1, to: 0, speedPercent: 100, reversed: false, fadeIn: 0, fadeOut: 0, without: using.without };
  const placed = { id, owner: castId, action: kept.id, start: frame, length, ...whole, ...how };
  await commit({
    kind: "placeAction",
    shotId,
    placed: { ...placed, travel: "Onward", goesOn: true, beginX: 0, beginY: 0 },
  });
  set({ chosen: { kind: "placed", thing: id }, also: [] });
}

function turnIntoKeys(): void {
  const { shotId, chosen } = get();
  if (shotId === null || chosen?.kind !== "placed") return;
  set({ chosen: null });
  void commit({ kind: "turnIntoKeys", shotId, placedId: chosen.thing });
}

export const noCast = (state: State) => (castOf(state) === null ? words.lacksPuppet : null);
const noKept = (state: State) => noCast(state) ?? (keptOf(state) ? null : words.lacksSaved);
const noPlaced = (state: State) => (state.chosen?.kind === "placed" ? null : words.lacksPlaced);

/** Poses and actions that are kept and used again. */
export const keeping: Command[] = [
  {
    id: "keep-pose",
    name: words.savePose,
    keys: "k",
    places: ["act"],
    lacks: noCast,
    run: () => void keep(words.pose, get().frame, get().frame),
  },
  {
    id: "keep-action",
    name: words.saveAction,
    keys: "j",
    places: ["act"],
    about: ["keys"],
    lacks: noCast,
    run: () => {
      const { from, to } = framesMeant();
      void keep(from === to ? "Pose" : words.action, from, to);
    },
  },
  {
    id: "keep-expression",
    name: words.saveExpression,
    places: ["act"],
    lacks: noCast,
    run: () => void keep(words.expression, get().frame, get().frame, true),
  },
  {
    id: "put-on",
    name: words.applyPose,
    keys: "o",
    places: ["act"],
    lacks: noKept,
    about: ["kept"],
    run: putOn,
  },
  {
    id: "place-kept",
    name: words.placeAction,
    keys: "shift+o",
    places: ["act"],
    lacks: noKept,
    about: ["kept"],
    run: () => void place(),
  },
  {
    id: "into-keys",
    name: words.turnActionIntoKeys,
    places: ["act"],
    lacks: noPlaced,
    about: ["placed"],
    run: turnIntoKeys,
  },
];
