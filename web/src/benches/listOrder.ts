import { create } from "zustand";
import { persist } from "zustand/middleware";
import type { Part, Puppet } from "../api/types";

/** How parts stand in lists: as they lie over each other, or what carries above what it carries. Kept in the browser. */
export const useListOrder = create<{ byCarriers: boolean }>()(
  persist(() => ({ byCarriers: false as boolean }), { name: "list-order" }),
);

export const switchListOrder = () => useListOrder.setState(({ byCarriers }) => ({ byCarriers: !byCarriers }));

/** The part that carries a part, through bones if need be. */
export function carrierOf(puppet: Puppet, part: Part): Part | undefined {
  let at = part.ridesOn;
  for (let steps = 0; at && steps <= puppet.parts.length + puppet.bones.length; steps++) {
    const id: string = at;
    const carrier = puppet.parts.find((candidate) => candidate.id === id);
    if (carrier) return carrier;
    at = puppet.bones.find((bone) => bone.id === id)?.ridesOn;
  }
  return undefined;
}

export interface Placed {
  part: Part;
  /** How many carriers it stands under. */
  depth: number;
  /** Parts stand under it. */
  carries: boolean;
}

/** Front to back, each for itself. */
export const inPaintingOrder = (puppet: Puppet): Placed[] =>
  [...puppet.parts].reverse().map((part) => ({ part, depth: 0, carries: false }));

/** Each part under what carries it; those beside each other front to back. */
export function underCarriers(puppet: Puppet): Placed[] {
  const riders = new Map<string | undefined, Part[]>();
  for (const part of [...puppet.parts].reverse()) {
    const carrier = carrierOf(puppet, part)?.id;
    riders.set(carrier, [...(riders.get(carrier) ?? []), part]);
  }
  const below = (carrier: string | undefined, depth: number): Placed[] =>
    (riders.get(carrier) ?? []).flatMap((part) => [
      { part, depth, carries: riders.has(part.id) },
      ...below(part.id, depth + 1),
    ]);
  return below(undefined, 0);
}
