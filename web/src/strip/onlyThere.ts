import type { StripRow } from "../api/types";
import type { BeadChoice } from "../state/store";
import { rowKey } from "./question";

/**
 * Of a choice what still has keys: those that went with an edit, or to another frame with the length of the shot, are chosen no more. The row
 * of a value that is folded away is looked up in its thing's.
 *
 * @returns the very same where all of it is there; null where nothing is.
 */
export function onlyThere(choice: BeadChoice, rows: Pick<StripRow, "thing" | "value" | "beads">[]): BeadChoice | null {
  const there = new Map(rows.map((row) => [rowKey(row), new Set(row.beads.map(({ frame }) => frame))]));
  const left = [...choice.rows].map(([key, row]) => {
    const keyed = there.get(key) ?? there.get(row.addresses[0]?.thing ?? "");
    return [key, { ...row, frames: new Set([...row.frames].filter((frame) => keyed?.has(frame))) }] as const;
  });
  if (left.every(([key, { frames }]) => frames.size === choice.rows.get(key)?.frames.size)) return choice;
  const some = left.filter(([, { frames }]) => frames.size > 0);
  return some.length > 0 ? { ...choice, rows: new Map(some) } : null;
}
