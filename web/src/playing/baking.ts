import type { View } from "../api/types";
import { isWhole, type Look } from "../engine/look";
import { listFrame, paintList } from "../painting/picture";
import { shotOf, viewOf } from "../state/select";
import { get, set, useStore } from "../state/store";
import { FrameStore, type Near } from "./frameStore";

/** Pictures that may be kept unless it is set otherwise. */
export const UsualBytes = 320 * 1024 * 1024;

/** So many frames are under way at once: the core writes a list while the painter paints another. */
const AtOnce = 2;

/** Nothing is baked before nobody has done anything for so long. */
const QuietMs = 250;

/** The strip is told at most so often. */
const TellMs = 200;

/** How long the last frames took from being asked for until they were there, on the mean. */
let usualMs = 100;

export const usualWait = () => usualMs;

const store = new FrameStore(Number(localStorage.getItem("frame-bytes")) || UsualBytes);
const under = new Set<number>();

/** What is baked: the shot as it is shown, at its size. */
let now: { view: View; look: Look } | null = null;

/** How large playback's pictures are; null when no shot is shown. */
export function bakeFor(look: Look | null): void {
  const view = viewOf(get());
  if (look === null || view?.shot == null) {
    now = null;
    return;
  }
  now = { view, look };
  store.open(JSON.stringify([get().filmId, now]), look.width * look.height * 4);
  tell();
  whenQuiet();
}

export const keptBytes = () => store.most;

/** The bound of what is kept, for good. */
export function keepUpTo(bytes: number): void {
  store.most = bytes;
  localStorage.setItem("frame-bytes", String(bytes));
}

/** A frame that is there and holds. */
export const baked = (frame: number) => store.at(frame, get().revision);

/** The same where it is the whole picture as it is printed, and not one that is looked at from near or in some way. */
export const bakedWhole = (frame: number) => (now !== null && isWhole(now.look) ? baked(frame) : null);

export const near = (playing: boolean): Near => ({ frame: get().frame, length: shotOf(get())?.length ?? 1, playing });

/** The next frame that is wanted; null when all are there, or as many as may be under way are. */
export function nextToBake(from: Near): number | null {
  return now === null || under.size >= AtOnce ? null : store.next(from, get().revision, under);
}

/** Makes a frame's picture, or finds that the one there still holds. */
export async function bake(frame: number, from: Near): Promise<void> {
  if (now === null) return;
  const [{ view, look }, { revision }] = [now, get()];
  const stands = () => now?.view === view && now.look === look && get().revision === revision;
  under.add(frame);
  const asked = performance.now();
  try {
    const { list, mark } = await listFrame(view, frame, look);
    if (!stands() || store.confirm(frame, mark, revision) !== null) return;
    const picture = await paintList(list);
    usualMs += (performance.now() - asked - usualMs) / 8;
    if (!stands() || !store.keep(frame, picture, mark, revision, from)) picture.close();
  } finally {
    under.delete(frame);
    tell();
  }
}

let telling = false;

function tell(): void {
  if (telling) return;
  telling = true;
  setTimeout(() => {
    telling = false;
    set({ ready: store.sure(get().revision) });
  }, TellMs);
}

const isBusy = () => {
  const { gripping, scrubbing, playing, atHand } = get();
  return gripping !== null || scrubbing || playing || !atHand;
};

let quiet: ReturnType<typeof setTimeout> | undefined;

/** Waits until nothing has been done for a while; what is on its way is finished, and nothing more is begun. */
function whenQuiet(): void {
  clearTimeout(quiet);
  quiet = setTimeout(() => {
    quiet = undefined;
    bakeAll();
  }, QuietMs);
}

/** In the background, nearest the saw blade first, until something is pressed. */
function bakeAll(): void {
  if (isBusy() || document.hidden || quiet !== undefined) return;
  for (let next = nextToBake(near(false)); next !== null; next = nextToBake(near(false)))
    void bake(next, near(false)).then(bakeAll, () => undefined);
}

// Whatever happens on the page comes first.
useStore.subscribe((state, before) => {
  if (state.revision !== before.revision) tell();
  if (
    state.frame !== before.frame ||
    state.revision !== before.revision ||
    (before.playing && !state.playing) ||
    (before.gripping !== null && state.gripping === null) ||
    (before.scrubbing && !state.scrubbing) ||
    state.atHand !== before.atHand ||
    state.stripView !== before.stripView
  )
    whenQuiet();
});
