import { engine } from "../engine/engine";
import { commit, tell, wish } from "../state/film";
import { castOf, isBlocking, shotOf } from "../state/select";
import { get, type State, set } from "../state/store";
import { ownerHere } from "../strip/beads";
import { words } from "../words/commands";
import type { Command } from "./command";
import { controlsMeant, noCast } from "./kept";

function keyHere(): void {
  const { place, shotId, castId, frame } = get();
  if (shotId === null) return;
  if (place === "camera") void wish({ kind: "setMark", shot: shotId, frame });
  else if (castId !== null)
    void wish({ kind: "keyPose", shot: shotId, owner: castId, frame, blocked: isBlocking(get()) });
}

/** Holds the chosen thing, or with nothing chosen everything of the owner, up to this frame. */
async function holdHere(): Promise<void> {
  const { place, shotId, frame, chosen, also } = get();
  const owner = ownerHere();
  if (shotId === null || owner === null) return;
  const things = place !== "camera" && chosen?.owner === owner ? [chosen.thing, ...also] : [];
  if (things.length === 0) return void commit({ kind: "holdHere", shotId, frame, owner, addresses: [] });
  const view = { shot: shotId };
  const answers = await Promise.all(things.map((thing) => engine.ask({ kind: "values", view, frame, owner, thing })));
  const addresses = answers.flatMap(({ lines }) => lines.filter((line) => line.keyed).map((line) => line.address));
  void commit({ kind: "holdHere", shotId, frame, owner: null, addresses });
}

function backToRest(things: string[]): void {
  const { shotId, frame } = get();
  const owner = castOf(get())?.id;
  if (shotId && owner) void wish({ kind: "backToRest", shot: shotId, owner, things, frame });
}

function takeCardOut(): void {
  const { shotId, frame } = get();
  const owner = ownerHere();
  if (shotId && owner) void commit({ kind: "removeKeys", shotId, frame, owner, addresses: [] });
}

/** The version that was last looked at, else the newest. */
function otherVersion(state: State): string | undefined {
  const asides = shotOf(state)?.asides ?? [];
  return (asides.find((one) => one.id === state.compared) ?? asides.at(-1))?.id;
}

const noOwner = (state: State) => (ownerHere(state) === null ? words.lacksPuppet : null);
const acted = ["body", "stand", "part", "bone", "pin", "reach", "dial", "knead", "form"] as const;

/** Keys of poses and of the camera. */
export const keying: Command[] = [
  { id: "key-pose", name: words.keyPose, keys: "enter", places: ["act"], lacks: noOwner, about: acted, run: keyHere },
  {
    id: "arm-take",
    name: words.liveTake,
    on: (state: State) => state.armed,
    keys: "shift+space",
    places: ["act"],
    lacks: noOwner,
    run: () => set({ armed: !get().armed }),
  },
  { id: "set-mark", name: words.setCameraMark, keys: "enter", places: ["camera"], run: keyHere },
  {
    id: "hold-here",
    name: words.holdHere,
    keys: "h",
    places: ["act", "camera"],
    lacks: noOwner,
    about: acted,
    run: () => void holdHere().catch(tell),
  },
  {
    id: "thing-to-rest",
    name: words.resetToRest,
    places: ["act"],
    lacks: (state) => noCast(state) ?? (controlsMeant(state).length > 0 ? null : words.lacksControl),
    about: acted,
    run: () => backToRest(controlsMeant()),
  },
  {
    id: "puppet-to-rest",
    name: words.resetPuppetToRest,
    places: ["act"],
    lacks: noCast,
    run: () => backToRest([]),
  },
  {
    id: "card-out",
    name: words.deleteCard,
    places: ["act", "camera"],
    lacks: noOwner,
    run: takeCardOut,
  },
  {
    id: "blocking",
    name: words.blockingView,
    on: (state: State) => state.blocking,
    keys: "shift+b",
    places: ["act"],
    run: () => set({ blocking: !get().blocking }),
  },
  {
    id: "key-whole",
    name: words.autoKeyWholePose,
    on: (state: State) => state.keyWhole,
    keys: "shift+k",
    places: ["act"],
    run: () => set({ keyWhole: !get().keyWhole }),
  },
  {
    id: "ghosts",
    name: words.ghosts,
    on: (state: State) => state.ghosts.on,
    keys: "g",
    places: ["act"],
    run: () => set({ ghosts: { ...get().ghosts, on: !get().ghosts.on } }),
  },
  {
    id: "arcs",
    name: words.arc,
    on: (state: State) => state.arcs.on,
    keys: "a",
    places: ["act"],
    run: () => set({ arcs: { ...get().arcs, on: !get().arcs.on } }),
  },
  {
    id: "flip",
    name: words.compareVersions,
    keys: "y",
    places: ["act"],
    lacks: (state) => (otherVersion(state) === undefined ? words.lacksVersion : null),
    run: () => set({ aside: get().aside === null ? (otherVersion(get()) ?? null) : null }),
  },
  {
    id: "whole-body",
    name: words.dragWholeBody,
    on: (state: State) => state.wholeBody,
    keys: "shift+w",
    places: ["act"],
    run: () => set({ wholeBody: !get().wholeBody }),
  },
  {
    id: "squash",
    name: words.squashOnContact,
    places: ["act"],
    lacks: noCast,
    run: () => {
      const { shotId, castId, frame } = get();
      if (shotId && castId) void wish({ kind: "squash", shot: shotId, owner: castId, frame });
    },
  },
  {
    id: "other-side",
    name: words.oppositeLimb,
    keys: "p",
    places: ["act"],
    run: () => set({ otherSide: nextSide[get().otherSide] }),
  },
  {
    id: "balance",
    name: words.balance,
    on: (state: State) => state.balance,
    keys: "i",
    places: ["act"],
    lacks: noCast,
    run: () => set({ balance: !get().balance }),
  },
];

/** In this order the choices come round. */
const nextSide = { Stays: "Same", Same: "Opposite", Opposite: "Stays" } as const;
