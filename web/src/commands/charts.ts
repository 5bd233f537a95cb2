import type { Edit, Gap } from "../api/types";
import { engine } from "../engine/engine";
import { eases, overshooting, plainGap } from "../fields/charts";
import { commit, tell } from "../state/film";
import { gapEdits } from "../state/gapEdits";
import { get, type State } from "../state/store";
import { choiceHere, ownerHere } from "../strip/beads";
import { type ChosenGap, cardAt, chosenGaps, ofAll } from "../strip/chosenGaps";
import { stripQuestion } from "../strip/question";
import { inSentence } from "../words/inSentence";
import { words } from "../words/timing";
import type { Command } from "./command";

/** The gaps that are chosen on the strip, else the one that this frame lies in. */
async function gapsMeant(shot: string, owner: string): Promise<ChosenGap[]> {
  const { strip } = await engine.ask(stripQuestion(shot, owner));
  const choice = choiceHere();
  const chosen = strip && choice?.owner === owner ? chosenGaps(choice, strip) : [];
  if (chosen.length > 0) return chosen;
  const card = cardAt(strip, get().frame);
  return card ? [{ frame: card.frame, owner, addresses: [] }] : [];
}

type Edits = ReturnType<typeof gapEdits>;

const onGaps = (edit: (of: Edits) => Edit) => async () => {
  const [shot, owner] = [get().shotId, ownerHere()];
  if (shot === null || owner === null) return;
  const gaps = await gapsMeant(shot, owner).catch(tell);
  if (!gaps) return;
  const [first] = gaps;
  const of = (gap: ChosenGap) => edit(gapEdits(shot, gap.frame, gap.owner, gap.addresses));
  if (first === undefined) tell(new Error(words.lacksGap));
  else await commit(gaps.length === 1 ? of(first) : ofAll(gaps, of));
};

const change = (changes: Partial<Gap>) => onGaps((of) => of.change(changes));

const noOwner = (state: State) => (ownerHere(state) === null ? words.lacksPuppet : null);

/** The charts of the gaps that are chosen, or of the one here. */
export const charting: Command[] = [
  ...eases.map(({ id, title, ease }) => ({
    id: `chart-${id}`,
    name: words.chartCommand(inSentence(title)),
    run: change({ ease, held: false }),
  })),
  { id: "chart-overshoot", name: words.chartOvershoot, run: change({ ease: overshooting, held: false }) },
  { id: "chart-held", name: words.chartHold, run: change({ held: true }) },
  { id: "chart-twos", name: words.chartOnTwos, run: change({ every: 2 }) },
  { id: "chart-ones", name: words.chartOnOnes, run: change({ every: 1 }) },
  { id: "chart-plain", name: words.resetChart, run: onGaps((of) => of.put(plainGap)) },
  {
    id: "chart-copied",
    name: words.pasteChart,
    lacks: ({ chart }: State) => (chart === null ? words.lacksChart : null),
    run: onGaps((of) => of.put(get().chart ?? plainGap)),
  },
].map((command) => ({
  lacks: noOwner,
  ...command,
  places: ["act", "camera"] as const,
  about: ["gap"] as const,
  run: () => void command.run(),
}));
