import type { Edit, Puppet } from "../../api/types";
import { type Chosen, get, set } from "../../state/store";

export interface Control {
  id: string;
  name: string;
  note: string;
  kind: Chosen["kind"];
}

/** What a puppet is moved by, as the bench lists it. */
export const controlsOf = (puppet: Puppet): Control[] => [
  ...puppet.dials.map(({ id, name, isPad }) => ({ id, name, note: isPad ? "pad" : "dial", kind: "dial" as const })),
  ...puppet.bones.map(({ id, name }) => ({ id, name, note: "bone", kind: "bone" as const })),
  ...puppet.reaches.map(({ id, name }) => ({ id, name, note: "reach", kind: "reach" as const })),
  ...puppet.parts.flatMap((part) => part.pins.map(({ id, name }) => ({ id, name, note: "pin", kind: "pin" as const }))),
];

/** With Shift or Ctrl a control joins the chosen ones, or leaves them. */
export function pickControl(controls: Control[], id: string, more: boolean): void {
  const { chosen, also } = get();
  const kind = controls.find((one) => one.id === id)?.kind ?? "bone";
  if (!more || !controls.some((one) => one.id === chosen?.thing)) set({ chosen: { kind, thing: id }, also: [] });
  else if (chosen?.thing !== id) set({ also: also.includes(id) ? also.filter((one) => one !== id) : [...also, id] });
}

/** Of some things those that are chosen, with the one whose card it is before all others. */
export const chosenAmong = <T extends { id: string }>(things: T[], own: T, also: string[]): T[] => [
  own,
  ...things.filter(({ id }) => id !== own.id && also.includes(id)),
];

/** The same edit of one or of several, as one step. */
export const ofEach = <T>(things: T[], says: string, edit: (thing: T) => Edit): Edit => {
  const edits = things.map(edit);
  return edits.length === 1 && edits[0] ? edits[0] : { kind: "together", says, edits };
};
