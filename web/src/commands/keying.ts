import { engine } from "../engine/engine";
import { commit, tell, wish } from "../state/film";
import { castOf, isBlocking, shotOf } from "../state/select";
import { get, type State, set } from "../state/store";
import { ownerHere } from "../strip/beads";
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

const noOwner = (state: State) => (ownerHere(state) === null ? "put a puppet on the stage" : null);
const acted = ["body", "stand", "part", "bone", "pin", "reach", "dial", "knead", "form"] as const;

/** Keys of poses and of the camera. */
export const keying: Command[] = [
  { id: "key-pose", name: "Key the pose", keys: "enter", places: ["act"], lacks: noOwner, about: acted, run: keyHere },
  {
    id: "arm-take",
    name: "Arm a live take, or not: a drag is performed while the shot runs",
    keys: "shift+space",
    places: ["act"],
    lacks: noOwner,
    run: () => set({ armed: !get().armed }),
  },
  { id: "set-mark", name: "Set a camera mark", keys: "enter", places: ["camera"], run: keyHere },
  {
    id: "hold-here",
    name: "Hold here",
    keys: "h",
    places: ["act", "camera"],
    lacks: noOwner,
    about: acted,
    run: () => void holdHere().catch(tell),
  },
  {
    id: "thing-to-rest",
    name: "Back to rest",
    places: ["act"],
    lacks: (state) => noCast(state) ?? (controlsMeant(state).length > 0 ? null : "choose something of the puppet"),
    about: acted,
    run: () => backToRest(controlsMeant()),
  },
  {
    id: "puppet-to-rest",
    name: "Back to rest, whole puppet",
    places: ["act"],
    lacks: noCast,
    run: () => backToRest([]),
  },
  {
    id: "card-out",
    name: "Take this card out",
    places: ["act", "camera"],
    lacks: noOwner,
    run: takeCardOut,
  },
  {
    id: "blocking",
    name: "Hold every pose until the next, or show the real timing",
    keys: "shift+b",
    places: ["act"],
    run: () => set({ blocking: !get().blocking }),
  },
  {
    id: "key-whole",
    name: "Key the whole pose with every change, or only what is touched",
    keys: "shift+k",
    places: ["act"],
    run: () => set({ keyWhole: !get().keyWhole }),
  },
  {
    id: "ghosts",
    name: "Show ghosts of the poses round this one",
    keys: "g",
    places: ["act"],
    run: () => set({ ghosts: { ...get().ghosts, on: !get().ghosts.on } }),
  },
  {
    id: "arcs",
    name: "Show the arc of what is chosen",
    keys: "a",
    places: ["act"],
    run: () => set({ arcs: { ...get().arcs, on: !get().arcs.on } }),
  },
  {
    id: "flip",
    name: "Flip between now and a kept version",
    keys: "y",
    places: ["act"],
    lacks: (state) => (otherVersion(state) === undefined ? "keep a version first" : null),
    run: () => set({ aside: get().aside === null ? (otherVersion(get()) ?? null) : null }),
  },
  {
    id: "whole-body",
    name: "Pull with the whole body, or the limb alone",
    keys: "shift+w",
    places: ["act"],
    run: () => set({ wholeBody: !get().wholeBody }),
  },
  {
    id: "squash",
    name: "Squash on contact: wide at this frame, back in four",
    places: ["act"],
    lacks: noCast,
    run: () => {
      const { shotId, castId, frame } = get();
      if (shotId && castId) void wish({ kind: "squash", shot: shotId, owner: castId, frame });
    },
  },
  {
    id: "other-side",
    name: "The other side stays, goes the same way, or as in a mirror",
    keys: "p",
    places: ["act"],
    run: () => set({ otherSide: nextSide[get().otherSide] }),
  },
  {
    id: "balance",
    name: "Show where the weight is and what bears it",
    keys: "b",
    places: ["act"],
    lacks: noCast,
    run: () => set({ balance: !get().balance }),
  },
];

/** In this order the choices come round. */
const nextSide = { Stays: "Same", Same: "Opposite", Opposite: "Stays" } as const;
