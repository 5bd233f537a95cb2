import type { Cue, Mouth, Shot } from "../../api/types";
import { words } from "../../words/sound";

/** The mouths, each with the key that chooses it while the row of cues has the focus: a letter of what is said. */
export const mouths: { mouth: Mouth; key: string; title: string; says: string }[] = [
  { mouth: "Rest", key: "r", title: words.rest, says: words.silence },
  { mouth: "Shut", key: "m", title: words.shut, says: words.saysShut },
  { mouth: "Teeth", key: "f", title: words.teeth, says: words.saysTeeth },
  { mouth: "Tongue", key: "l", title: words.tongue, says: words.saysTongue },
  { mouth: "Wide", key: "e", title: words.wide, says: words.saysWide },
  { mouth: "Half", key: "h", title: words.half, says: words.saysHalf },
  { mouth: "Open", key: "a", title: words.open, says: words.ah },
  { mouth: "Round", key: "o", title: words.round, says: words.saysRound },
  { mouth: "Narrow", key: "u", title: words.narrow, says: words.saysNarrow },
  { mouth: "Keyed", key: "k", title: words.asKeyed, says: words.saysNothing },
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
