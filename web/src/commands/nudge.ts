import { keyed } from "../benches/ValueNumber";
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
  const at = chosenHere();
  if (shotId === null) return;
  if (at === null) return step(side, steps);
  const answer = await engine
    .ask({ kind: "values", view: { shot: shotId, blocked: isBlocking(get()) }, frame, ...at })
    .catch(tell);
  const line = sides[side]
    .map((property) => answer?.lines.find((one) => one.address.property === property))
    .find((one) => one !== undefined);
  if (line && !line.obeys) await commit(keyed(shotId, frame, line, line.value + steps * line.step));
}

/** Across by frames, up and down by cards. */
function step(side: keyof typeof sides, steps: number): void {
  if (side === "across") goTo(get().frame + steps);
  else void (steps > 0 ? nextCard() : lastCard());
}

function chosenHere(): { owner: string; thing: string } | null {
  const { place, castId, chosen } = get();
  if (place === "act" && castId !== null)
    return chosen?.owner === castId ? { owner: castId, thing: chosen.thing } : null;
  return (place === "scenery" || place === "camera") && chosen?.kind === "thing"
    ? { owner: chosen.thing, thing: "stand" }
    : null;
}
