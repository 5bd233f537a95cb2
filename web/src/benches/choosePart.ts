import { choose } from "../state/choose";
import { get, set } from "../state/store";

/**
 * A part is chosen alone; or it joins those that are chosen, or leaves them again; or all between the chosen one and it join.
 * @param order all lines as they stand, for a range
 */
export function choosePart(id: string, how: "alone" | "join" | "range", order: string[] = []): void {
  const { chosen } = get();
  const own = chosen?.kind === "part" ? chosen.thing : null;
  if (how !== "range" || own === null) choose({ kind: "part", thing: id }, how === "join");
  else {
    const [from, to] = [order.indexOf(own), order.indexOf(id)].sort((a, b) => a - b) as [number, number];
    set({ also: order.slice(Math.max(0, from), to + 1).filter((one) => one !== own) });
  }
}
