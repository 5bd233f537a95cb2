import type { Edit, ValueLine } from "../api/types";
import { engine } from "../engine/engine";
import { isBlocking } from "../state/select";
import { get } from "../state/store";
import { setTitle } from "../words/inSentence";
import { givenTo } from "./chosenAmong";

/** Whose values they are. */
export interface Spot {
  owner: string;
  thing: string;
}

/** The same value of the others that are chosen; what has no such value, or obeys a reach, is left alone. */
export async function linesOf(others: Spot[], property: string, shot: string, frame: number): Promise<ValueLine[]> {
  const view = { shot, blocked: isBlocking(get()) };
  const answers = await Promise.all(others.map((spot) => engine.ask({ kind: "values", view, frame, ...spot })));
  return answers.flatMap(({ lines }) => lines.filter((line) => line.address.property === property && !line.obeys));
}

/** The edit that keys a value at a frame, of one or of several. */
export const keyed = (
  shotId: string,
  frame: number,
  line: ValueLine,
  value: number,
  choice: string | null = null,
  others: { line: ValueLine; value: number }[] = [],
): Edit => ({
  kind: "setKeys",
  shotId,
  frame,
  values: [{ line, value }, ...others].map((one) => ({ address: one.line.address, value: one.value, choice })),
  says: setTitle(line.title),
  // On twos what is typed is seen where it is typed: the drawing that stands there is keyed.
  drawn: true,
  blocked: isBlocking(get()),
});

/** The same for all that are chosen. */
export async function keyedOfEach(
  { shot, frame, others }: { shot: string; frame: number; others: Spot[] },
  line: ValueLine,
  value: number,
  by: number | null,
): Promise<Edit> {
  const more = await linesOf(others, line.address.property, shot, frame);
  const given = more.map((one) => ({ line: one, value: givenTo(one, value, by) }));
  return keyed(shot, frame, line, value, null, given);
}

/** A choice goes to those that have it to choose. */
export async function chosenOfEach(
  { shot, frame, others }: { shot: string; frame: number; others: Spot[] },
  line: ValueLine,
  choice: string,
): Promise<Edit> {
  const more = await linesOf(others, line.address.property, shot, frame);
  const given = more.filter(({ choices }) => choices.some(({ id }) => id === choice));
  return keyed(
    shot,
    frame,
    line,
    0,
    choice,
    given.map((one) => ({ line: one, value: 0 })),
  );
}
