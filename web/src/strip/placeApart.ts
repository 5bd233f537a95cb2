import type { Address, Edit } from "../api/types";
import { words } from "../words/timing";

/** The numbers of a place, and the place itself, by what has it. */
const axesOf = (thing: string, owner: string): { place: string; axes: string[] } =>
  owner === "camera"
    ? { place: "place", axes: ["truck", "boom", "dolly"] }
    : thing === "stand"
      ? { place: "place", axes: ["x", "y"] }
      : { place: "shift", axes: ["shiftX", "shiftY"] };

/** What of some rows is a place that is keyed as one, and what of them is keyed apart. */
export function placesIn(addresses: Address[]): { together: Address[]; apart: Address[] } {
  const places = new Map<string, { address: Address; apart: boolean }>();
  for (const address of addresses) {
    const { place, axes } = axesOf(address.thing, address.owner);
    const apart = axes.includes(address.property);
    if (apart || address.property === place)
      places.set(`${address.owner} ${address.thing}`, { address: { ...address, property: place }, apart });
  }
  const all = [...places.values()];
  const those = (apart: boolean) => all.filter((one) => one.apart === apart).map(({ address }) => address);
  return { together: those(false), apart: those(true) };
}

/** Keys places as one from now on, or across and down each by itself. */
export function keyApart(shotId: string, { together, apart }: ReturnType<typeof placesIn>, parts: boolean): Edit {
  const edits: Edit[] = parts
    ? together.map((address) => ({ kind: "splitPlace", shotId, address }))
    : apart.map((address) => ({ kind: "makePath", shotId, address, merging: true }));
  const says = parts ? words.keyApart : words.keyTogether;
  return edits.length === 1 && edits[0] ? edits[0] : { kind: "together", says, edits };
}
