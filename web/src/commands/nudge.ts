import { keyedOfEach, type Spot } from "../benches/eachChosen";
import { engine } from "../engine/engine";
import { commit, tell } from "../state/film";
import { isBlocking } from "../state/select";
import { get } from "../state/store";
import { goTo, lastCard, nextCard } from "./going";

/** What a thing is moved by, along each side of the picture; what only turns is turned. */
const sides = { across: ["shiftX", "x", "turn"], down: ["shiftY", "y"] } as const;

/** The control or thing that is chosen goes on by so many of its steps, and is keyed there. With nothing chosen it is time that goes on. */
export async function nudge(side: keyof typeof sides, steps: number): Promise<void> {
  const { shotId, frame } = get();
  const [at, ...others] = chosenHere();
  if (shotId === null) return;
  if (at === undefined) return step(side, steps);
  const answer = await engine
    .ask({ kind: "values", view: { shot: shotId, blocked: isBlocking(get()) }, frame, ...at })
    .catch(tell);
  const line = sides[side]
    .map((property) => answer?.lines.find((one) => one.address.property === property))
    .find((one) => one !== undefined);
  const by = steps * (line?.step ?? 0);
  if (line && !line.obeys) await commit(keyedOfEach({ shot: shotId, frame, others }, line, line.value + by, by));
}

/** Across by frames, up and down by cards. */
function step(side: keyof typeof sides, steps: number): void {
  if (side === "across") goTo(get().frame + steps);
  else void (steps > 0 ? nextCard() : lastCard());
}

/** The chosen one, and what is chosen besides it. */
function chosenHere(): Spot[] {
  const { place, castId, chosen, also } = get();
  if (chosen === null) return [];
  const all = [chosen.thing, ...also];
  if (place === "act") return castId === chosen.owner ? all.map((thing) => ({ owner: castId ?? "", thing })) : [];
  return (place === "scenery" || place === "camera") && chosen.kind === "thing"
    ? all.map((owner) => ({ owner, thing: "stand" }))
    : [];
}
