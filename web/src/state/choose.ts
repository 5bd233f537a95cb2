import { type Chosen, get, set } from "./store";

/** Whether two can be chosen at once: in Act whatever one puppet is acted by; else parts, or things on the stage, or what a puppet is moved by. */
const goTogether = (one: Chosen, other: Chosen): boolean =>
  one.owner === other.owner && (one.owner !== undefined || sort(one) === sort(other));

const sort = ({ kind }: Chosen) => (kind === "part" || kind === "thing" ? kind : "control");

/** It is chosen alone; or, asked for more, it joins those that are chosen, or leaves them again. */
export function choose(next: Chosen, more: boolean): void {
  const { chosen, also } = get();
  if (!more || chosen === null || !goTogether(chosen, next)) set({ chosen: next, also: [] });
  else if (chosen.thing !== next.thing)
    set({ also: also.includes(next.thing) ? also.filter((one) => one !== next.thing) : [...also, next.thing] });
}

/**
 * What is taken hold of is chosen. Where it is one of several that are chosen they stay so.
 * @returns the others, which go along
 */
export function takeHold(of: Chosen): string[] {
  const { chosen, also } = get();
  const all = chosen !== null && goTogether(chosen, of) ? [chosen.thing, ...also] : [];
  const others = all.includes(of.thing) ? all.filter((one) => one !== of.thing) : [];
  set({ chosen: of, also: others });
  return others;
}
