import type { Address, Edit, Gap, GraphLine, StripRow } from "../../api/types";
import { engine } from "../../engine/engine";
import { settled } from "../../state/film";
import { gapEdits } from "../../state/gapEdits";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { choiceHere } from "../../strip/beads";
import { type ChosenGap, cardAt, chosenGaps, ofAll } from "../../strip/chosenGaps";
import { stripQuestion } from "../../strip/question";
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
  /** So many gaps are chosen on the strip, and what is set is set of all of them. */
  many?: number;
  /** The card's name, where it is a card's. */
  name?: string | null;
  /** All of it. */
  put: (gap: Gap) => Edit;
  /** Some of it; the rest stays as it is by then. */
  change: (changes: Partial<Gap>) => Edit;
  /** As it is when all that was done is done: what is shown may be a moment late. */
  newest: () => Promise<Gap>;
}

export const scopeOf = ({ thing, property }: Address) => `${thing}/${property}`;

/**
 * The gap that a frame lies in; what is set goes to all gaps that are chosen on the strip, where there are some.
 *
 * @param rows what is chosen, as far as it has keys; of the first of them the gap is told.
 */
export function useGap(shot: string, owner: string, rows: StripRow[], scope: Scope, frame: number) {
  const strip = useStrip(owner);
  const here = useGapHere(shot, owner, rows, scope, frame);
  const choice = useStore(choiceHere);
  if (here === null || !strip || choice === null || choice.owner !== owner) return here;
  const gaps = chosenGaps(choice, strip);
  if (gaps.length < 2) return here;
  return { ...here, many: gaps.length, ...editsOf(shot, gaps) };
}

/** What is set of gaps, each by its own frame. */
function editsOf(shot: string, gaps: ChosenGap[]): Pick<GapHere, "put" | "change"> {
  const each = (gap: ChosenGap) => gapEdits(shot, gap.frame, gap.owner, gap.addresses);
  if (gaps.length === 1 && gaps[0]) return each(gaps[0]);
  return {
    put: (gap) => ofAll(gaps, (one) => each(one).put(gap)),
    change: (changes) => ofAll(gaps, (one) => each(one).change(changes)),
  };
}

function useGapHere(shot: string, owner: string, rows: StripRow[], scope: Scope, frame: number): GapHere | null {
  const strip = useStrip(owner);
  const [, property] = scope.split("/");
  const meant = rows
    .map((row) => row.addresses.filter((one) => scope === "thing" || one.property === property))
    .filter((one) => one.length > 0);
  const addresses = meant.flat();
  const alone = scope !== "card" && addresses.length > 0;
  const question = { kind: "graph", shot, addresses, from: frame, to: frame, blocked: false } as const;
  const graph = useAnswer(alone ? question : null);
  if (!alone) {
    const card = cardAt(strip, frame);
    if (!card?.gap || card.next == null) return null;
    const { gap } = card;
    return {
      from: card.frame,
      to: card.next,
      gap,
      own: false,
      mixed: card.mixed,
      name: card.name ?? "",
      ...gapEdits(shot, card.frame, owner, []),
      newest: async () => {
        await settled();
        return cardAt((await engine.ask(stripQuestion(shot, owner))).strip, frame)?.gap ?? gap;
      },
    };
  }
  const lines = graph?.lines ?? [];
  const found = meant.flatMap((one) => {
    const at = keysAt(linesOf(lines, one), frame);
    return at === null ? [] : [{ ...at, addresses: one }];
  });
  const [here] = found;
  if (here === undefined) return null;
  const { from, to, gap } = here;
  const keys = found.flatMap((one) => one.keys);
  const gaps = found.map((one) => ({ frame: one.from, owner: null, addresses: one.addresses }));
  return {
    from,
    to,
    gap,
    own: keys.some((key) => key.own) && (strip?.cards.some((card) => card.full && card.frame === from) ?? false),
    mixed: keys.some((key) => JSON.stringify(key.gap) !== JSON.stringify(gap)),
    ...editsOf(shot, gaps),
    newest: async () => {
      await settled();
      return keysAt(linesOf((await engine.ask(question)).lines, here.addresses), frame)?.gap ?? gap;
    },
  };
}

const linesOf = (lines: GraphLine[], addresses: Address[]) =>
  lines.filter(({ track }) => addresses.some((one) => one.thing === track.thing && one.property === track.property));

/** The keys whose gap a frame lies in, and the gap of the first of them. */
function keysAt(lines: GraphLine[], frame: number) {
  const frames = [...new Set(lines.flatMap((line) => line.keys.map((key) => key.frame)))].sort((a, b) => a - b);
  const at = frames.findLastIndex((one, i) => one <= frame && i + 1 < frames.length);
  const [from, to] = [frames[at], frames[at + 1]];
  if (from === undefined || to === undefined) return null;
  const keys = lines.flatMap((line) => line.keys.filter((key) => key.frame === from));
  return keys[0] === undefined ? null : { from, to, keys, gap: keys[0].gap };
}
