import { isOnBench, rangeOf, shotOf } from "../state/select";
import { get, set } from "../state/store";
import { bake, baked, near, nextToBake, usualWait } from "./baking";
import { type Clock, wallClock } from "./clock";
import { clockFor } from "./sound";

/** Frames shown in the last second tell the rate. */
const RateWindowMs = 1000;

/** Shows a picture where the stage is. */
type Shows = (picture: ImageBitmap) => void;

let shows: Shows = () => undefined;

/** Where what plays is shown. */
export function playOn(show: Shows): void {
  shows = show;
}

export const togglePlay = () => (get().playing ? stop() : play());

export const stop = () => set({ playing: false, reached: null });

export function play(given?: Clock): void {
  const shot = shotOf(get());
  if (shot === null || isOnBench(get())) return;
  const { from, to } = rangeOf(shot);
  const start = get().frame >= from && get().frame <= to ? get().frame : from;
  const { speed, once, film } = get();
  const rate = film?.frameRate ?? 24;
  // Sound has one pitch: what is slower than the film goes by the machine's clock, and is not heard.
  const clock = given ?? (speed === 1 ? clockFor(shot, { from, to, start, rate }) : wallClock());
  const asked = given ? { rate, once: false } : { rate: rate * speed, once };
  // Begun at its last frame it would be over at once.
  const first = asked.once && start === to ? from : start;
  set({ playing: true, reached: null });
  void run(clock, first, { from, length: to - from + 1 }, asked);
}

/**
 * The clock says which frame is due, so that a second on it is a second of film. A frame that is there is never left out; one that is
 * not is painted for the next time round, while the nearest before it stays. Whatever time is left goes into painting ahead.
 */
async function run(
  clock: Clock,
  first: number,
  range: { from: number; length: number },
  { rate, once }: { rate: number; once: boolean },
): Promise<void> {
  const at = (gone: number) => range.from + (gone % range.length);
  const shown: number[] = [];
  let last = 0;
  while (get().playing) {
    const gone = first - range.from + Math.floor(clock.seconds() * rate);
    if (once && gone >= range.length) {
      set({ frame: range.from + range.length - 1 });
      break;
    }
    const due = at(gone);
    const picture = due === last ? null : baked(due);
    if (picture !== null) {
      last = due;
      shows(picture);
      const now = performance.now();
      shown.push(now);
      while ((shown[0] ?? now) < now - RateWindowMs) shown.shift();
      const seconds = (now - (shown[0] ?? now)) / 1000;
      set({ frame: due, ...(seconds > 0.5 ? { reached: Math.round(((shown.length - 1) / seconds) * 10) / 10 } : {}) });
    }
    // What would be there too late is left for the next time round.
    const lead = 1 + Math.ceil((usualWait() * rate) / 1000);
    const from = { ...near(true), frame: at(due - range.from + lead) };
    // What is due until then is not behind: it does not go for what comes later.
    const held = { ...from, frame: due };
    for (let next = nextToBake(from); next !== null; next = nextToBake(from)) void bake(next, held).catch(stop);
    await new Promise(requestAnimationFrame);
  }
  clock.stop?.();
  set({ playing: false, reached: null });
}
