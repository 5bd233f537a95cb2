import type { Address, Edit, Gap, StripRow } from "../../api/types";
import { useAnswer } from "../../state/useAnswer";
import { useStrip } from "../../strip/useStrip";

/** Of what the chart is chosen: of a card with all its values, or of what is chosen alone, or of one value of that. */
export type Scope = "card" | "thing" | string;

/** The gap that a frame lies in. */
export interface GapHere {
  from: number;
  to: number;
  gap: Gap;
  /** It is the chosen values' own, though a card stands there. */
  own: boolean;
  /** The values do not all have this one. */
  mixed: boolean;
  /** The card's name, where it is a card's. */
  name?: string | null;
  edit: (gap: Gap) => Edit;
}

export const scopeOf = ({ thing, property }: Address) => `${thing}/${property}`;

/** @param row what is chosen, where it has keys. */
export function useGap(
  shot: string,
  owner: string,
  row: StripRow | undefined,
  scope: Scope,
  frame: number,
): GapHere | null {
  const strip = useStrip(owner);
  const addresses = row?.addresses.filter((one) => scope === "thing" || scopeOf(one) === scope) ?? [];
  const alone = scope !== "card" && addresses.length > 0;
  const graph = useAnswer(alone ? { kind: "graph", shot, addresses, from: frame, to: frame } : null);
  if (!alone) {
    const card = strip?.cards.findLast((one) => one.full && one.frame <= frame && one.next != null);
    if (!card?.gap || card.next == null) return null;
    const edit = (gap: Gap): Edit => ({ kind: "setGap", shotId: shot, frame: card.frame, gap, owner, addresses: [] });
    return {
      from: card.frame,
      to: card.next,
      gap: card.gap,
      own: false,
      mixed: card.mixed,
      name: card.name ?? "",
      edit,
    };
  }
  const lines = graph?.lines ?? [];
  const frames = [...new Set(lines.flatMap((line) => line.keys.map((key) => key.frame)))].sort((a, b) => a - b);
  const at = frames.findLastIndex((one, i) => one <= frame && i + 1 < frames.length);
  const [from, to] = [frames[at], frames[at + 1]];
  if (from === undefined || to === undefined) return null;
  const keys = lines.flatMap((line) => line.keys.filter((key) => key.frame === from));
  const [first] = keys;
  if (first === undefined) return null;
  return {
    from,
    to,
    gap: first.gap,
    own: keys.some((key) => key.own) && (strip?.cards.some((card) => card.full && card.frame === from) ?? false),
    mixed: keys.some((key) => JSON.stringify(key.gap) !== JSON.stringify(first.gap)),
    edit: (gap) => ({ kind: "setGap", shotId: shot, frame: from, gap, owner: null, addresses }),
  };
}
