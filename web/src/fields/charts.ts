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
