import type { AnswerTo, Point } from "../api/types";
import { get, set } from "../state/store";
import { followPointer } from "./followPointer";
import type { Press } from "./gestures";

export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

type Pivot = AnswerTo<"overlay">["pivots"][number];

/** The upright box round corners, x and y in turn. */
export const boxRound = (corners: readonly number[]): Box => {
  const [xs, ys] = [corners.filter((_, i) => i % 2 === 0), corners.filter((_, i) => i % 2 === 1)];
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
};

/** The parts that a box touches, or only those that lie wholly inside it; the nearest to the eye first. */
export function partsIn(box: Box, pivots: readonly Pivot[], wholly: boolean): string[] {
  const caught = pivots.filter(({ box: corners }) => {
    if (corners.length === 0) return false;
    const own = boxRound(corners);
    return wholly
      ? own.left >= box.left && own.right <= box.right && own.top >= box.top && own.bottom <= box.bottom
      : own.left <= box.right && own.right >= box.left && own.top <= box.bottom && own.bottom >= box.top;
  });
  return caught.map((pivot) => pivot.part).reverse();
}

/** A press beside everything draws a box; at release the parts in it are chosen, with Shift besides those that were. */
export function startBox(
  press: Press,
  toPicture: (event: { clientX: number; clientY: number }) => Point,
  pivots: readonly Pivot[],
  onBox: (box: Box | null) => void,
): void {
  const from = toPicture(press);
  const boxTo = (event: PointerEvent): Box => {
    const to = toPicture(event);
    return {
      left: Math.min(from.x, to.x),
      top: Math.min(from.y, to.y),
      right: Math.max(from.x, to.x),
      bottom: Math.max(from.y, to.y),
    };
  };
  followPointer({
    move: (event) => onBox(boxTo(event)),
    end: (event) => {
      onBox(null);
      if (event === null) return;
      const { chosen, also } = get();
      const before = event.shiftKey && chosen?.kind === "part" ? [chosen.thing, ...also] : [];
      const [first, ...others] = [...new Set([...before, ...partsIn(boxTo(event), pivots, event.altKey)])];
      set(first === undefined ? { chosen: null, also: [] } : { chosen: { kind: "part", thing: first }, also: others });
    },
  });
}
