import type { Edit, StripRow, ValueLine } from "../api/types";

/** Of some things those that are chosen, with the one whose card it is before all others. */
export const chosenAmong = <T extends { id: string }>(things: T[], own: T, also: string[]): T[] => [
  own,
  ...things.filter(({ id }) => id !== own.id && also.includes(id)),
];

/** The rows of what is chosen, each once: the rows of its values, unfolded under it, are the same keys again. */
export const chosenRows = (rows: StripRow[], own: StripRow | undefined, also: string[]): StripRow[] =>
  own ? [own, ...rows.filter((one) => one !== own && one.value == null && also.includes(one.thing))] : [];

/** The same edit of one or of several, as one step. */
export const ofEach = <T>(things: T[], says: string, edit: (thing: T) => Edit): Edit => {
  const edits = things.map(edit);
  return edits.length === 1 && edits[0] ? edits[0] : { kind: "together", says, edits };
};

/** The same of edits that are still worked out. */
export const allOf = async (edits: (Edit | Promise<Edit>)[], says: string): Promise<Edit> =>
  ofEach(await Promise.all(edits), says, (edit) => edit);

/** What is typed is the same for all; what is scrubbed or nudged brings each as far from where it was. */
export const given = (was: number, typed: number, by: number | null): number => (by === null ? typed : was + by);

/** The same within what the value may be. */
export const givenTo = ({ value, min, max }: ValueLine, typed: number, by: number | null): number =>
  Math.min(max, Math.max(min, given(value, typed, by)));
