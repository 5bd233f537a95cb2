import type { CastMember, Puppet, Shot, View } from "../api/types";
import { type State, useStore } from "./store";

export const shotOf = (state: State): Shot | null => state.film?.shots.find((shot) => shot.id === state.shotId) ?? null;

export const puppetOf = (state: State): Puppet | null =>
  state.film?.puppets.find((puppet) => puppet.id === state.puppetId) ?? null;

export const castOf = (state: State): CastMember | null =>
  shotOf(state)?.cast.find((member) => member.id === state.castId) ?? null;

export const useShot = () => useStore(shotOf);
export const usePuppet = () => useStore(puppetOf);
export const useCast = () => useStore(castOf);

/** Parts and Rig show the puppet alone at rest; the other places show the shot. */
export function viewOf(state: State): View | null {
  const onBench = state.place === "parts" || state.place === "rig";
  if (onBench) return puppetOf(state) ? { puppet: state.puppetId, aspect: state.benchAspect } : null;
  return shotOf(state) ? { shot: state.shotId } : null;
}

/** How large the picture is in its own pixels: the film's frame, or as wide as a bench has room. */
export function pictureOf(state: State): { width: number; height: number } {
  const { width, height } = state.film ?? { width: 16, height: 9 };
  const onBench = state.place === "parts" || state.place === "rig";
  return onBench ? { width: Math.round(height * state.benchAspect), height } : { width, height };
}

/** The name of any thing of a puppet. */
export function nameOf(puppet: Puppet | null | undefined, id: string): string {
  const named =
    puppet?.parts.find((part) => part.id === id) ??
    puppet?.bones.find((bone) => bone.id === id) ??
    puppet?.reaches.find((reach) => reach.id === id) ??
    puppet?.dials.find((dial) => dial.id === id) ??
    puppet?.parts.flatMap((part) => part.pins).find((pin) => pin.id === id);
  return named?.name ?? (id === "body" ? "Whole body" : id);
}

/** A new id; the server's ids and ours never meet because both are random. */
export const newId = (kind: string) => `${kind}-${crypto.randomUUID().replaceAll("-", "").slice(0, 10)}`;
