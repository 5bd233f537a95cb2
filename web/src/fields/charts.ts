import type { Ease, Gap, Point } from "../api/types";
import { words } from "../words/timing";

const slow = (startPercent: number, stopPercent: number): Ease => ({ kind: "slow", startPercent, stopPercent });

/** The eases that are chosen by name: corners of ease in (slow at the start) and ease out (slow at the end). */
export const eases: { id: string; title: string; ease: Ease }[] = [
  { id: "even", title: words.linear, ease: slow(0, 0) },
  { id: "slow-start", title: words.easeIn, ease: slow(100, 0) },
  { id: "slow-stop", title: words.easeOut, ease: slow(0, 100) },
  { id: "both", title: words.easeInAndOut, ease: slow(100, 100) },
];

/** What a gap is until somebody says otherwise. */
export const plainGap: Gap = { ease: slow(100, 100), every: 1 };

/** What a gap is called; null for one that has no name. */
export function nameOfGap(gap: Gap | null | undefined): string | null {
  if (!gap) return null;
  return gap.held ? words.hold : (eases.find(({ ease }) => isSame(ease, gap.ease))?.title ?? null);
}

export const isSame = (a: Ease, b: Ease) =>
  a.kind === "slow" &&
  b.kind === "slow" &&
  a.startPercent === b.startPercent &&
  a.stopPercent === b.stopPercent &&
  (a.overPercent ?? 0) === (b.overPercent ?? 0) &&
  (a.settlePercent ?? 0) === (b.settlePercent ?? 0);

/** A tenth past the pose, and settled there. */
export const overshooting: Ease = {
  kind: "slow",
  startPercent: 50,
  stopPercent: 100,
  overPercent: 10,
  settlePercent: 60,
};

/** The part of the time that a full slow start and a full slow stop take for their handles. */
const Full = 0.42;

export type SlowEase = Extract<Ease, { kind: "slow" }>;

/** Where the handles of slow start and slow stop stand: in the part of the time, and past the way. */
export const handlesOf = ({ startPercent, stopPercent, overPercent }: SlowEase): { start: Point; stop: Point } => ({
  start: { x: (Full * startPercent) / 100, y: 0 },
  stop: { x: 1 - (Full * stopPercent) / 100, y: 1 + (overPercent ?? 0) / 100 },
});

const percent = (part: number) => Math.round(100 * Math.min(1, Math.max(0, part)));

/** So little past the way is meant to be none. */
const None = 0.03;

/** The ease whose handle has been brought to a place. */
export function withHandle(ease: SlowEase, handle: "start" | "stop", at: Point): SlowEase {
  if (handle === "start") return { ...ease, startPercent: percent(at.x / Full) };
  return { ...ease, stopPercent: percent((1 - at.x) / Full), overPercent: at.y - 1 < None ? 0 : percent(at.y - 1) };
}

/** A drawn ease on which one frame's in-between has been brought to another part of the way, and the others stay. */
export const withTick = (ticks: readonly number[], frame: number, part: number): Ease => ({
  kind: "drawn",
  points: ticks
    .map((y, i) => ({ x: i / (ticks.length - 1), y: i === frame ? Math.min(1.3, Math.max(-0.3, part)) : y }))
    .slice(1, -1),
  smooth: true,
});

/** How many points a curve gets to be drawn by. */
const Drawing = 3;

/** A drawn ease through points of a curve. @param curve parts of the time and of the way, in turn. */
export function drawnFrom(curve: readonly number[]): Ease {
  const points = Array.from({ length: Drawing }, (_, i) => {
    const x = (i + 1) / (Drawing + 1);
    const next = Math.max(1, curve.findIndex((value, k) => k % 2 === 0 && value >= x) / 2);
    const [x0 = 0, y0 = 0, x1 = 1, y1 = 1] = curve.slice(2 * next - 2, 2 * next + 2);
    return { x, y: x1 > x0 ? y0 + ((y1 - y0) * (x - x0)) / (x1 - x0) : y1 };
  });
  return { kind: "drawn", points, smooth: true };
}
