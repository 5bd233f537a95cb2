import type { Mouth } from "../api/types";
import { commit } from "../state/film";
import { castOf, shotOf } from "../state/select";
import { get, type State, set } from "../state/store";
import { mouths, stretchAt } from "../strip/sound/cues";
import { words } from "../words/sound";
import type { Command } from "./command";
import { goTo } from "./going";
import { noCast } from "./kept";

/** Takes the stretch of one mouth that a frame lies in. */
export function chooseStretch(owner: string, frame: number): void {
  const shot = shotOf(get());
  const stretch = shot && stretchAt(shot, owner, Math.max(1, Math.min(shot.length, frame)));
  if (!stretch) return;
  const { from, to } = stretch;
  set({ spoken: { owner, from, to }, chosen: { kind: "cue", owner, thing: "cues" }, also: [], beads: null });
}

/** The frames that a mouth is meant for: those that are chosen, else from the saw blade to the next cue. */
function framesSpoken(state: State): { owner: string; from: number; to: number } | null {
  const [shot, owner] = [shotOf(state), castOf(state)?.id];
  if (state.spoken !== null && state.spoken.owner === owner) return state.spoken;
  if (shot === null || owner === undefined) return null;
  const to = stretchAt(shot, owner, state.frame)?.to;
  return to === undefined ? null : { owner, from: state.frame, to };
}

/** Chooses the mouth of a stretch, and goes on to the next one. */
export async function chooseMouth(mouth: Mouth): Promise<void> {
  const meant = framesSpoken(get());
  const { shotId } = get();
  if (meant === null || shotId === null) return;
  const { owner, from, to } = meant;
  await commit({ kind: "putCues", shotId, owner, from, to, cues: [{ frame: from, mouth }] });
  const shot = shotOf(get());
  if (shot === null || to >= shot.length) return;
  chooseStretch(owner, to + 1);
  goTo(to + 1);
}

function nudgeCues(by: number): void {
  const { shotId } = get();
  const owner = castOf(get())?.id;
  if (shotId === null || owner === undefined) return;
  set({ spoken: null });
  void commit({ kind: "nudgeCues", shotId, owner, by, from: null, to: null });
}

const noCues = (state: State) =>
  noCast(state) ?? (shotOf(state)?.cues.some(({ owner }) => owner === castOf(state)?.id) ? null : words.lacksMouth);

/** Mouths that somebody speaks with. */
export const mouthing: Command[] = [
  ...mouths.map(
    ({ mouth, title, says }): Command => ({
      id: `mouth-${mouth.toLowerCase()}`,
      name: words.mouthCommand(title.toLowerCase(), says),
      places: ["act"],
      lacks: noCast,
      about: ["cue"],
      run: () => void chooseMouth(mouth),
    }),
  ),
  {
    id: "cues-earlier",
    name: words.cuesFrameEarlier,
    keys: "alt+bracketleft",
    places: ["act"],
    lacks: noCues,
    about: ["cue"],
    run: () => nudgeCues(-1),
  },
  {
    id: "cues-later",
    name: words.cuesFrameLater,
    keys: "alt+bracketright",
    places: ["act"],
    lacks: noCues,
    about: ["cue"],
    run: () => nudgeCues(1),
  },
];
