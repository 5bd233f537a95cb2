import { get, type StripView, set } from "../state/store";

/** At most so near, frames between the strip's ends. */
const Fewest = 8;

/** One step of the keys nearer or farther. */
export const StepNearer = 1.4;

/** Of a shot that is so long; all of it when nobody came nearer. */
export const stripViewOf = (view: StripView | null, length: number): StripView =>
  view === null || view.from >= length ? { from: 1, to: Math.max(2, length) } : view;

/** Kept within the shot, and no nearer than a few frames; null for all of it. */
export function within({ from, to }: StripView, length: number): StripView | null {
  const span = Math.min(length - 1, Math.max(Fewest, to - from));
  if (span >= length - 1) return null;
  const start = Math.min(Math.max(1, (from + to - span) / 2), length - span);
  return { from: start, to: start + span };
}

/** Nearer about a frame, which stays where it is. */
export const nearer = ({ from, to }: StripView, about: number, times: number): StripView => ({
  from: about - (about - from) / times,
  to: about + (to - about) / times,
});

export const along = ({ from, to }: StripView, by: number): StripView => ({ from: from + by, to: to + by });

/** Changes what the strip shows of a shot of some length. */
export const see = (length: number, change: (view: StripView) => StripView) =>
  set({ stripView: within(change(stripViewOf(get().stripView, length)), length) });
