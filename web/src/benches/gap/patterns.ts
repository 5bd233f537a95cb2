import type { Stagger } from "../../api/types";
import { words } from "../../words/timing";

/** Staggers that are chosen by name, as they are typed. */
export const staggers = [
  { pattern: "1 -1", title: words.onAndBack },
  { pattern: "1 1 -1 -1", title: words.twoOnTwoBack },
  { pattern: "2 -1", title: words.twoFramesOnOne },
  { pattern: "3 -1", title: words.threeOnOneBack },
  { pattern: "1 1 -1", title: words.twiceOnOnceBack },
];

const [MostSteps, Farthest] = [48, 48];

export const patternSaid = ({ forward, back, pattern }: Stagger): string =>
  (pattern && pattern.length > 0 ? pattern : [forward, -back]).join(" ");

/** Steps as somebody typed them; null where they are none, or go back more than on. */
export function patternOf(text: string): number[] | null {
  const steps = text
    .replaceAll(/[−–]/g, "-")
    .split(/[\s,;]+/)
    .filter((word) => word !== "")
    .map(Number);
  const good = steps.every((step) => Number.isInteger(step) && Math.abs(step) <= Farthest);
  const sum = steps.reduce((all, step) => all + step, 0);
  return good && sum >= 0 && steps.length > 0 && steps.length <= MostSteps ? steps : null;
}
