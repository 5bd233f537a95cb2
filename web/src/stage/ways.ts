import { get, set, type Way } from "../state/store";

/** Each with the key that shows it while it is held. */
export const wayList: { way: Way; title: string; key: string }[] = [
  { way: "sharp", title: "Everything sharp", key: "x" },
  { way: "alone", title: "The rest dimmed", key: "c" },
  { way: "silhouette", title: "Silhouette", key: "v" },
  { way: "mirrored", title: "In the mirror", key: "b" },
  { way: "grey", title: "In greys", key: "n" },
];

/** While it is held a press takes hold of the picture. */
export const PanKey = "z";

export function toggleWay(way: Way): void {
  const ways = new Set(get().ways);
  if (!ways.delete(way)) ways.add(way);
  set({ ways });
}

/** A key that is held; letting go, or leaving the window, ends it. */
export function hold(key: string, down: boolean): void {
  if (key === PanKey) {
    if (get().panning !== down) set({ panning: down });
    return;
  }
  const way = wayList.find((one) => one.key === key)?.way;
  if (way === undefined || get().heldWays.has(way) === down) return;
  const heldWays = new Set(get().heldWays);
  if (down) heldWays.add(way);
  else heldWays.delete(way);
  set({ heldWays });
}

export const letGo = () => set({ heldWays: new Set<Way>(), panning: false });
