import type { GhostSettings } from "../state/store";

export interface Ghost {
  frame: number;
  side: "before" | "after";
  /** (0, 1]: the nearest is the strongest. */
  strength: number;
}

/** The frames whose ghosts stand round a frame, the faintest first. @param poses frames of cards, rising. */
export function ghostFrames(settings: GhostSettings, frame: number, length: number, poses: readonly number[]): Ghost[] {
  const { before, after, by, every } = settings;
  const steps = (count: number, sign: 1 | -1) =>
    by === "frames"
      ? Array.from({ length: count }, (_, i) => frame + sign * every * (i + 1))
      : sign < 0
        ? poses
            .filter((one) => one < frame)
            .reverse()
            .slice(0, count)
        : poses.filter((one) => one > frame).slice(0, count);
  const ghosts = (side: Ghost["side"], frames: number[], count: number): Ghost[] =>
    frames
      .filter((one) => one >= 1 && one <= length)
      .map((one, i) => ({ frame: one, side, strength: 1 - i / (count + 1) }));
  return [...ghosts("before", steps(before, -1), before), ...ghosts("after", steps(after, 1), after)].sort(
    (a, b) => a.strength - b.strength,
  );
}
