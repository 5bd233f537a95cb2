import { keyed } from "../benches/ValueNumber";
import { engine } from "../engine/engine";
import { commit, tell } from "../state/film";
import { isBlocking } from "../state/select";
import { get } from "../state/store";

/** What a thing is moved by, along each side of the picture; what only turns is turned. */
const sides = { across: ["shiftX", "x", "turn"], down: ["shiftY", "y"] } as const;

/** The control or thing that is chosen goes on by so many of its steps, and is keyed there. */
export async function nudge(side: keyof typeof sides, steps: number): Promise<void> {
  const { shotId, frame } = get();
  const at = chosenHere();
  if (shotId === null || at === null) return;
  const answer = await engine
    .ask({ kind: "values", view: { shot: shotId, blocked: isBlocking(get()) }, frame, ...at })
    .catch(tell);
  const line = sides[side]
    .map((property) => answer?.lines.find((one) => one.address.property === property))
    .find((one) => one !== undefined);
  if (line && !line.obeys) await commit(keyed(shotId, frame, line, line.value + steps * line.step));
}

function chosenHere(): { owner: string; thing: string } | null {
  const { place, castId, chosen } = get();
  if (place === "act" && castId !== null)
    return { owner: castId, thing: chosen?.owner === castId ? chosen.thing : "body" };
  return (place === "scenery" || place === "camera") && chosen?.kind === "thing"
    ? { owner: chosen.thing, thing: "stand" }
    : null;
}
