import { onGrid } from "./boxes";
import type { ArtGrid, PixelBox } from "./drawList.generated";
import { type Map9, scaled, then } from "./maps";
import type { Sheet } from "./sheets";

/** A sheet that lies somewhere in the picture; a step of painted pixels for each of its own. */
export interface Board {
  sheet: Sheet;
  box: PixelBox;
  step: number;
}

/** Painted pixels → the board's, all that are touched. */
export function placed({ box, step, sheet }: Board, painted: PixelBox): PixelBox {
  const on = onGrid(painted, step);
  return {
    left: Math.max(0, (on.left - box.left) / step),
    top: Math.max(0, (on.top - box.top) / step),
    right: Math.min(sheet.width, (on.right - box.left) / step),
    bottom: Math.min(sheet.height, (on.bottom - box.top) / step),
  };
}

export const corner = ({ box, step }: Board, painted: PixelBox): [number, number] => [
  (painted.left - box.left) / step,
  (painted.top - box.top) / step,
];

export const toBoard = ({ box, step }: Board, toPainted: Map9) =>
  then(scaled(1 / step, -box.left / step, -box.top / step), toPainted);

export const ofGrid = ({ x, y, texel }: ArtGrid) => scaled(1 / texel, -x / texel, -y / texel);
