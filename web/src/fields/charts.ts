import type { Gap } from "../api/types";

type Ease = Gap["ease"];

const slow = (startPercent: number, stopPercent: number): Ease => ({ kind: "slow", startPercent, stopPercent });

/** The eases that are chosen by name: corners of slow start and slow stop. */
export const eases: { title: string; ease: Ease }[] = [
  { title: "Even", ease: slow(0, 0) },
  { title: "Slow start", ease: slow(100, 0) },
  { title: "Slow stop", ease: slow(0, 100) },
  { title: "Both", ease: slow(100, 100) },
];

/** What a gap is until somebody says otherwise. */
export const plainGap: Gap = { ease: slow(100, 100), every: 1 };

/** What a gap is called; null for one that has no name. */
export function nameOfGap(gap: Gap | null | undefined): string | null {
  if (!gap) return null;
  return gap.held ? "Hold" : (eases.find(({ ease }) => isSame(ease, gap.ease))?.title ?? null);
}

export const isSame = (a: Ease, b: Ease) =>
  a.kind === "slow" && b.kind === "slow" && a.startPercent === b.startPercent && a.stopPercent === b.stopPercent;

/** A tenth past the pose, a little back, and there. */
export const overshooting: Ease = {
  kind: "drawn",
  points: [
    { x: 0.5, y: 1.1 },
    { x: 0.75, y: 0.97 },
  ],
  smooth: true,
};

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
