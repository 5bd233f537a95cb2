import type { GraphLine } from "../../api/types";

/** Values ↔ pixels from the pane's top. */
export interface Height {
  y: (value: number) => number;
  value: (y: number) => number;
}

/** Room above and below the lines, px. */
const Room = 12;

/** What does not move is shown in the middle of so much, in its unit. */
const Least = 1;

/** All lines to one scale where they are measured in one unit; else each to its own. */
export function heightsOf(lines: readonly GraphLine[], pixels: number): Height[] {
  const spans = lines.map(spanOf);
  const one = new Set(lines.map((line) => line.unit)).size <= 1;
  const all = [Math.min(...spans.map(([low]) => low)), Math.max(...spans.map(([, high]) => high))] as const;
  return spans.map((span) => heightOf(one ? all : span, pixels));
}

/** From the least to the most that a line comes to, with what its keys say. */
export function spanOf(line: GraphLine): readonly [number, number] {
  let [low, high] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of [...line.values, ...line.seen]) [low, high] = [Math.min(low, value), Math.max(high, value)];
  const last = line.first + line.values.length - 1;
  for (const { frame, value } of line.keys)
    if (frame >= line.first && frame <= last) [low, high] = [Math.min(low, value), Math.max(high, value)];
  return low <= high ? [low, high] : [0, 0];
}

function heightOf([low, high]: readonly [number, number], pixels: number): Height {
  const span = Math.max(Least, high - low);
  const middle = (low + high) / 2;
  const per = Math.max(1, pixels - 2 * Room) / span;
  return {
    y: (value) => pixels / 2 - (value - middle) * per,
    value: (y) => middle + (pixels / 2 - y) / per,
  };
}

/** How fast a line's value changes, in its unit a frame, for each frame but the first. */
export const speedsOf = ({ values }: GraphLine): number[] =>
  values.slice(1).map((value, i) => value - (values[i] ?? value));
