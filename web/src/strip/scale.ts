import { createContext, useContext } from "react";
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

/** The scale of the strip that something is in: what hangs on it is drawn anew when it changes, and the rows round that are not. */
export const ScaleHere = createContext<Scale>(scaleOf(800, { from: 1, to: 2 }));

export const useScale = () => useContext(ScaleHere);
