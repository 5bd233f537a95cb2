import type { Gesture, TakeReading, TakeWith, Wish } from "../api/types";
import { engine } from "../engine/engine";
import { commit, tell, undo } from "../state/film";
import { castOf, rangeOf, shotOf } from "../state/select";
import { get, set, touchPreview } from "../state/store";
import { wallClock } from "./clock";
import { soundClock } from "./sound";

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
  const clock = (shot.sounds.length > 0 ? soundClock({ from: start, to, start, rate }) : null) ?? wallClock();
  const readings: TakeReading[] = [];
  let [over, showing] = [false, false];
  stopping = () => {
    over = true;
  };
  set({ taking: true, scrubbing: true, playing: false, take: null });
  const whole = {
    kind: "keepTake",
    shot: shot.id,
    owner,
    with: performance.with,
    gesture: performance.gesture,
  } as const;
  const showNow = async (frame: number, values: number[]) => {
    if (showing) return;
    showing = true;
    const one: Wish = { ...whole, readings: [{ frame, values }], ...asPerformed };
    await engine
      .work(one)
      .then((edit) => engine.preview(edit))
      .then(touchPreview, () => undefined);
    showing = false;
  };
  while (!over) {
    const at = start + clock.seconds() * rate;
    if (at >= to + 1) break;
    const values = performance.now();
    if (values !== null) {
      readings.push({ frame: at, values });
      void showNow(Math.floor(at), values);
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
  await keepAs({ ...whole, readings, ...get().takeSettings });
}

const asPerformed = { tolerance: 0, smoothFrames: 0, latencyFrames: 0 };

/** Keeps a take, and says how well. */
async function keepAs(wish: Extract<Wish, { kind: "keepTake" }>): Promise<void> {
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
