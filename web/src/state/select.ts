import type { Aside, Puppet, Shot, Thing, View } from "../api/types";
import { words } from "../words/film";
import { type State, useStore } from "./store";

export const shotOf = (state: State): Shot | null => state.film?.shots.find((shot) => shot.id === state.shotId) ?? null;

export const puppetOf = (state: State): Puppet | null =>
  state.film?.puppets.find((puppet) => puppet.id === state.puppetId) ?? null;

/** The puppet's use on the stage that is being acted. */
export const castOf = (state: State): Thing | null =>
  castsOf(shotOf(state)).find((thing) => thing.id === state.castId) ?? null;

/** The puppets on a shot's stage. */
export const castsOf = (shot: Shot | null | undefined): Thing[] => (shot?.things ?? []).filter(puppetIdOf);

/** What puppet a thing is; none for a picture. */
export const puppetIdOf = (thing: Thing | null | undefined): string | null =>
  thing?.body.kind === "cast" ? thing.body.puppet : null;

export const firstCast = (shot: Shot | null | undefined): string | null => castsOf(shot)[0]?.id ?? null;

/** The frames of a shot that play and print: those that are marked, else all. */
export const rangeOf = ({ range, length }: Shot) => ({
  from: range?.from ?? 1,
  to: Math.min(range?.to ?? length, length),
});

export const useShot = () => useStore(shotOf);
export const usePuppet = () => useStore(puppetOf);
export const useCast = () => useStore(castOf);

/** Parts and Rig show the puppet alone at rest; the other places show the shot. */
export const isOnBench = ({ place }: Pick<State, "place">) => place === "parts" || place === "rig";

export function viewOf(state: State): View | null {
  if (isOnBench(state)) return puppetOf(state) ? { puppet: state.puppetId, aspect: state.benchAspect } : null;
  const shot = shotOf(state);
  if (shot === null) return null;
  const aside = asideOf(state)?.id;
  return { shot: state.shotId, ...(isBlocking(state) ? { blocked: true } : {}), ...(aside ? { aside } : {}) };
}

/** The version that is looked at; null for what the shot is now. */
export const asideOf = (state: State): Aside | null =>
  state.place === "act" ? (shotOf(state)?.asides.find((one) => one.id === state.aside) ?? null) : null;

/** The references are seen: a switch, or its key, and both together cancel each other. */
export const seesReferences = (state: State): boolean =>
  state.references !== state.referencesHeld && (shotOf(state)?.references.length ?? 0) > 0;

/** Poses are looked at before they are timed: each holds until the next. */
export const isBlocking = ({ place, blocking }: Pick<State, "place" | "blocking">) => blocking && place === "act";

/** How large the picture is in its own pixels: the film's frame, or as wide as a bench has room. */
export function pictureOf(state: State): { width: number; height: number } {
  const { width, height } = state.film ?? { width: 16, height: 9 };
  return isOnBench(state) ? { width: Math.round(height * state.benchAspect), height } : { width, height };
}

const names = new WeakMap<Puppet, Map<string, string>>();

/** The name of any thing of a puppet, as the core's list of names has it. */
export function nameOf(puppet: Puppet | null | undefined, id: string): string {
  if (!puppet) return id;
  let known = names.get(puppet);
  if (known === undefined) {
    known = namesIn(puppet);
    names.set(puppet, known);
  }
  return known.get(id) ?? id;
}

/** All that has an id and a name in it. */
function namesIn({ parts, bones, reaches, dials }: Puppet): Map<string, string> {
  const onParts = parts.flatMap((part) => [part.pins, part.kneads, part.forms, part.swaps, part.patches]);
  const things = [parts, bones, reaches, dials, ...onParts].flat();
  return new Map([["body", words.wholeBody], ...things.map(({ id, name }) => [id, name] as const)]);
}

/** A new id; the server's ids and ours never meet because both are random. */
export const newId = (kind: string) => `${kind}-${crypto.randomUUID().replaceAll("-", "").slice(0, 10)}`;
