import type { Puppet } from "../../api/types";
import { choose } from "../../state/choose";
import type { Chosen } from "../../state/store";
import { words } from "../../words/rig";

export interface Control {
  id: string;
  name: string;
  note: string;
  kind: Chosen["kind"];
}

/** What a puppet is moved by, as the bench lists it. */
export const controlsOf = (puppet: Puppet): Control[] => [
  ...puppet.dials.map(({ id, name, isPad }) => ({
    id,
    name,
    note: isPad ? words.padWord : words.dialWord,
    kind: "dial" as const,
  })),
  ...puppet.bones.map(({ id, name }) => ({ id, name, note: words.boneWord, kind: "bone" as const })),
  ...puppet.reaches.map(({ id, name }) => ({ id, name, note: words.chainWord, kind: "reach" as const })),
  ...puppet.parts.flatMap((part) =>
    part.pins.map(({ id, name }) => ({ id, name, note: words.pin, kind: "pin" as const })),
  ),
];

/** With Shift or Ctrl a control joins the chosen ones, or leaves them. */
export function pickControl(controls: Control[], id: string, more: boolean): void {
  choose({ kind: controls.find((one) => one.id === id)?.kind ?? "bone", thing: id }, more);
}
