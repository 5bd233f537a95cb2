import type { StripView } from "../state/store";

/** Frames ↔ pixels of the lane. */
export interface Scale extends StripView {
  x: (frame: number) => number;
  frame: (x: number) => number;
  perFrame: number;
}

/** Room before the first frame and behind the last, px. */
const Before = 10;
const Behind = 18;

export function scaleOf(width: number, { from, to }: StripView): Scale {
  const perFrame = (width - Before - Behind) / Math.max(1, to - from);
  return {
    from,
    to,
    perFrame,
    x: (frame) => Before + (frame - from) * perFrame,
    frame: (x) => from + (x - Before) / perFrame,
  };
}

/** Drawn at this frame something of a bead's size would be in view. */
export const isSeen = ({ from, to, perFrame }: Scale, frame: number) =>
  frame >= from - Behind / perFrame && frame <= to + (2 * Behind) / perFrame;
