import type { Gesture, TakeReading, TakeWith } from "../api/types";
import { engine } from "../engine/engine";
import { commit, tell, undo } from "../state/film";
import { castOf, rangeOf, shotOf } from "../state/select";
import { get, type KeptTake, set, touchPreview } from "../state/store";
import { glimpse } from "./glimpse";
import { clockFor } from "./sound";

/** What is performed with, and where it is at the moment. */
export interface Performance {
  with: TakeWith;
  gesture?: Gesture;
  /** Null while nothing has come yet. */
  now: () => number[] | null;
}

let stopping: (() => void) | null = null;

/** Ends the take that is under way; it is kept. */
export const stopTake = () => stopping?.();

/**
 * Performs while the shot runs from the saw blade on, heard and seen, and keeps what was performed. The picture shows each moment as
 * it would be keyed.
 * @returns When it is kept.
 */
export async function perform(performance: Performance): Promise<void> {
  const [shot, owner] = [shotOf(get()), castOf(get())?.id];
  if (shot === null || owner === undefined || get().taking) return;
  const { to } = rangeOf(shot);
  const rate = get().film?.frameRate ?? 24;
  const start = Math.min(get().frame, to);
  const clock = clockFor(shot, { from: start, to, start, rate });
  const readings: TakeReading[] = [];
  let over = false;
  stopping = () => {
    over = true;
  };
  set({ taking: true, scrubbing: true, playing: false, take: null });
  while (!over) {
    const at = start + clock.seconds() * rate;
    if (at >= to + 1) break;
    const values = performance.now();
    if (values !== null) {
      readings.push({ frame: at, values });
      void glimpse(momentOf(performance, shot.id, owner, Math.floor(at), values));
    }
    if (Math.floor(at) !== get().frame) set({ frame: Math.floor(at) });
    await new Promise(requestAnimationFrame);
  }
  stopping = null;
  clock.stop?.();
  await engine.cancel();
  set({ taking: false, scrubbing: false, frame: start });
  touchPreview();
  // A press that went nowhere is none.
  if (readings.length < 2) return;
  await keepAs({ ...momentOf(performance, shot.id, owner, start, []), readings, ...get().takeSettings });
}

/** What a moment of a performance would key. */
export const momentOf = (
  { with: by, gesture }: Pick<Performance, "with" | "gesture">,
  shot: string,
  owner: string,
  frame: number,
  values: number[],
): KeptTake["wish"] => ({
  kind: "keepTake",
  shot,
  owner,
  with: by,
  gesture,
  readings: [{ frame, values }],
  tolerance: 0,
  smoothFrames: 0,
  latencyFrames: 0,
});

/** Keeps a take, and says how well. */
async function keepAs(wish: KeptTake["wish"]): Promise<void> {
  try {
    const { kind: _, ...take } = wish;
    const answer = await engine.ask({ kind: "take", take });
    await commit(await engine.work(wish));
    set({ take: { wish, seq: get().seq, answer } });
  } catch (problem) {
    tell(problem);
  }
}

/** Keeps the take that was performed last in another way, as long as nothing else was done since. */
export async function keepOtherwise(settings: Partial<ReturnType<typeof get>["takeSettings"]>): Promise<void> {
  const takeSettings = { ...get().takeSettings, ...settings };
  set({ takeSettings });
  const { take, seq } = get();
  if (take === null || take.seq !== seq) return;
  await undo();
  await keepAs({ ...take.wish, ...takeSettings });
}
