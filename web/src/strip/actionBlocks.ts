import type { Kept, Placed } from "../api/types";

/** px */
export const BlockHigh = 22;

export type BlockPart = "all" | "start" | "end";

/** A lane for every block, so that those that overlap lie below each other. */
export function lanesOf(placed: readonly Pick<Placed, "id" | "start" | "length">[]): Map<string, number> {
  const ends: number[] = [];
  const lanes = new Map<string, number>();
  for (const { id, start, length } of [...placed].sort((a, b) => a.start - b.start)) {
    const free = ends.findIndex((end) => end <= start);
    const lane = free < 0 ? ends.length : free;
    ends[lane] = start + length - 1;
    lanes.set(id, lane);
  }
  return lanes;
}

/** A block after a drag by whole frames: its start trims what it begins with, its end shows less of it or goes through it again. */
export function dragged(placed: Placed, kept: Kept, part: BlockPart, by: number): Placed {
  if (part === "all") return { ...placed, start: placed.start + by };
  if (part === "end") return { ...placed, length: Math.max(1, placed.length + by) };
  const speed = placed.speedPercent / 100;
  const last = placed.to || kept.length;
  // From behind it is gone through from its last frame: that is what the start trims.
  const room = placed.reversed ? kept.length - last : placed.from - 1;
  const most = Math.min(placed.length - 1, Math.floor((last - placed.from) / speed));
  const shift = Math.max(-Math.floor(room / speed), Math.min(most, by));
  const frames = Math.round(shift * speed);
  const trimmed = placed.reversed ? { to: last - frames } : { from: placed.from + frames };
  return { ...placed, start: placed.start + shift, length: placed.length - shift, ...trimmed };
}
