import type { StripRow } from "../api/types";
import { followPointer } from "../stage/followPointer";
import { choose } from "./beads";
import { rowKey } from "./question";
import type { Scale } from "./scale";

export interface Band {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** A press beside all beads draws a box over the rows; at release the keys in it are chosen, with Shift besides those that were. */
export function startBand(
  event: React.PointerEvent<HTMLElement>,
  rows: StripRow[],
  scale: Scale,
  onBand: (band: Band | null) => void,
): void {
  if (event.button !== 0) return;
  const area = event.currentTarget;
  const { clientX: startX, clientY: startY, shiftKey } = event;
  const boxTo = (to: PointerEvent) => ({
    left: Math.min(startX, to.clientX),
    right: Math.max(startX, to.clientX),
    top: Math.min(startY, to.clientY),
    bottom: Math.max(startY, to.clientY),
  });
  followPointer({
    move: (to) => {
      const [box, own] = [boxTo(to), area.getBoundingClientRect()];
      onBand({
        left: box.left - own.left,
        top: box.top - own.top,
        width: box.right - box.left,
        height: box.bottom - box.top,
      });
    },
    end: (at) => {
      onBand(null);
      if (at !== null) choose(rowsIn(area, rows, scale, boxTo(at)), shiftKey ? "also" : "only");
    },
  });
}

/** The keys that lie in a box on the screen, by their rows. */
function rowsIn(
  area: HTMLElement,
  rows: StripRow[],
  scale: Scale,
  box: { left: number; right: number; top: number; bottom: number },
): { row: StripRow; frames: number[] }[] {
  return [...area.querySelectorAll<SVGElement>("svg[data-row]")].flatMap((svg) => {
    const place = svg.getBoundingClientRect();
    const row = rows.find((one) => rowKey(one) === svg.dataset.row);
    if (!row || place.bottom < box.top || place.top > box.bottom) return [];
    const [from, to] = [scale.frame(box.left - place.left), scale.frame(box.right - place.left)];
    const frames = row.beads.map(({ frame }) => frame).filter((frame) => frame >= from && frame <= to);
    return frames.length > 0 ? [{ row, frames }] : [];
  });
}
