import { get, set, type Way } from "../state/store";
import { words } from "../words/stage";

/**
 * Each with the key that shows it while it is held, unless somebody chose another. A bench shows one puppet, all of it sharp: there
 * is no rest to dim.
 */
export const wayList: { way: Way; title: string; key: string; onBenches: boolean }[] = [
  { way: "sharp", title: words.everythingSharp, key: "x", onBenches: false },
  { way: "alone", title: words.restDimmed, key: "c", onBenches: false },
  { way: "silhouette", title: words.silhouette, key: "v", onBenches: true },
  { way: "mirrored", title: words.mirrored, key: "b", onBenches: true },
  { way: "grey", title: words.greyscale, key: "n", onBenches: true },
];

export const waysOf = (onBench: boolean) => wayList.filter(({ onBenches }) => onBenches || !onBench);

export function toggleWay(way: Way): void {
  const ways = new Set(get().ways);
  if (!ways.delete(way)) ways.add(way);
  set({ ways });
}

/** A way's key is held, or let go. */
export function holdWay(way: Way, down: boolean): void {
  if (get().heldWays.has(way) === down) return;
  const heldWays = new Set(get().heldWays);
  if (down) heldWays.add(way);
  else heldWays.delete(way);
  set({ heldWays });
}

/** While it holds a press takes hold of the picture. */
export const takeHold = (panning: boolean) => get().panning !== panning && set({ panning });

export const letGo = () => set({ heldWays: new Set<Way>(), panning: false, referencesHeld: false });
