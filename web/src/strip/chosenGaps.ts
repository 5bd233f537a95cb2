import type { Address, Edit, StripOwner } from "../api/types";
import type { BeadChoice } from "../state/store";
import { words } from "../words/timing";
import { rowKey } from "./question";

/** A gap that is chosen: of a card with all its values, or of some values by themselves. */
export interface ChosenGap {
  frame: number;
  /** Of a card. */
  owner: string | null;
  addresses: Address[];
}

/** The gaps between chosen keys; of a key that is chosen alone in its row, the one after it. */
export function chosenGaps({ rows, owner }: Pick<BeadChoice, "rows" | "owner">, strip: StripOwner): ChosenGap[] {
  const found = new Map<number, Address[]>();
  for (const { addresses, frames } of rows.values()) {
    const sorted = [...frames].sort((a, b) => a - b);
    for (const frame of sorted.length > 1 ? sorted.slice(0, -1) : sorted)
      found.set(frame, [...(found.get(frame) ?? []), ...addresses]);
  }
  return [...found]
    .sort(([a], [b]) => a - b)
    .map(([frame, addresses]) =>
      isWhole(frame) ? { frame, owner, addresses: [] } : { frame, owner: null, addresses },
    );

  /** All that is keyed there is chosen: it is the card's gap that is meant. */
  function isWhole(frame: number): boolean {
    const keyed = strip.rows.filter((row) => row.value == null && row.beads.some((bead) => bead.frame === frame));
    return (
      strip.cards.some((card) => card.full && card.frame === frame) &&
      keyed.every((row) => rows.get(rowKey(row))?.frames.has(frame))
    );
  }
}

/** The card whose gap a frame lies in. */
export const cardAt = (strip: StripOwner | null | undefined, frame: number) =>
  strip?.cards.findLast((one) => one.full && one.frame <= frame && one.next != null) ?? null;

/** The same change of all of them, as one edit. */
export const ofAll = (gaps: ChosenGap[], change: (gap: ChosenGap) => Edit): Edit => ({
  kind: "together",
  says: words.setCharts(gaps.length),
  edits: gaps.map(change),
});
