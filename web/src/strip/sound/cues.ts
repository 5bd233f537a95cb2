import type { Cue, Mouth, Shot } from "../../api/types";

/** The mouths, each with the key that chooses it while the row of cues has the focus: a letter of what is said. */
export const mouths: { mouth: Mouth; key: string; title: string; says: string }[] = [
  { mouth: "Rest", key: "r", title: "Rest", says: "silence" },
  { mouth: "Shut", key: "m", title: "Shut", says: "m b p" },
  { mouth: "Teeth", key: "f", title: "Teeth", says: "f v" },
  { mouth: "Tongue", key: "l", title: "Tongue", says: "l n t d th" },
  { mouth: "Wide", key: "e", title: "Wide", says: "ee s y" },
  { mouth: "Half", key: "h", title: "Half", says: "e uh k g h" },
  { mouth: "Open", key: "a", title: "Open", says: "ah" },
  { mouth: "Round", key: "o", title: "Round", says: "o aw" },
  { mouth: "Narrow", key: "u", title: "Narrow", says: "oo w sh" },
  { mouth: "Keyed", key: "k", title: "As keyed", says: "nothing is said" },
];

export const mouthOf = (mouth: Mouth) => mouths.find((one) => one.mouth === mouth) ?? mouths[0];

/** A stretch through which one mouth shows. */
export interface Stretch {
  from: number;
  /** The last frame, included. */
  to: number;
  mouth: Mouth;
}

/** What somebody says, from the shot's first frame to its last. */
export function stretchesOf(cues: readonly Cue[], owner: string, length: number): Stretch[] {
  const own = cues.filter((cue) => cue.owner === owner);
  const first = own.findLast((cue) => cue.frame <= 1);
  const later = own.filter((cue) => cue.frame > 1 && cue.frame <= length);
  const starts = [{ frame: 1, mouth: first?.mouth ?? "Keyed" } as const, ...later];
  return starts.map(({ frame, mouth }, i) => ({ from: frame, to: (starts[i + 1]?.frame ?? length + 1) - 1, mouth }));
}

/** The stretch that a frame lies in. */
export const stretchAt = (shot: Shot, owner: string, frame: number): Stretch | undefined =>
  stretchesOf(shot.cues, owner, shot.length).find(({ from, to }) => frame >= from && frame <= to);
