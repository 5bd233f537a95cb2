import type { GraphLine } from "../../api/types";
import type { Scale } from "../scale";
import { type Height, speedsOf } from "./graphScale";

/** The part of the pane, from its foot, in which speeds are drawn. */
const SpeedPart = 0.3;

/** So many lines can be thicker than a hair. */
const Few = 12;

export interface GraphInks {
  lines: readonly string[];
  ground: string;
}

/** Values as lines from frame to frame, and speeds dashed along the foot. Of frames that share a pixel column the extremes are drawn. */
export function drawGraph(
  context: CanvasRenderingContext2D,
  lines: readonly GraphLine[],
  heights: readonly Height[],
  scale: Scale,
  inks: GraphInks,
  focus: number,
  speeds: boolean,
): void {
  const { width, height } = context.canvas;
  context.clearRect(0, 0, width, height);
  const ratio = window.devicePixelRatio || 1;
  context.save();
  context.scale(ratio, ratio);
  const pixels = height / ratio;
  lines.forEach((line, i) => {
    context.strokeStyle = inks.lines[i % inks.lines.length] ?? "black";
    context.globalAlpha = focus < 0 || focus === i ? 1 : 0.4;
    // Of many lines none is thick: thin ones are drawn several times as fast.
    context.lineWidth = focus === i ? 2 : lines.length > Few ? 1 / ratio : 1.2;
    const at = heights[i];
    if (at === undefined) return;
    trace(context, line.values, (k) => scale.x(line.first + k), at.y);
    if (!speeds) return;
    const fast = speedsOf(line).map(Math.abs);
    const most = Math.max(1e-9, ...fast);
    context.setLineDash([4, 3]);
    trace(
      context,
      fast,
      (k) => scale.x(line.first + k + 0.5),
      (speed) => pixels - 4 - (speed / most) * pixels * SpeedPart,
    );
    context.setLineDash([]);
  });
  context.restore();
}

function trace(
  context: CanvasRenderingContext2D,
  values: readonly number[],
  x: (index: number) => number,
  y: (value: number) => number,
): void {
  context.beginPath();
  for (let k = 0; k < values.length; ) {
    const [at, first] = [x(k), values[k] ?? 0];
    const pixel = Math.round(at);
    let [low, high] = [first, first];
    for (k++; k < values.length && Math.round(x(k)) === pixel; k++) {
      const value = values[k] ?? 0;
      if (value < low) low = value;
      else if (value > high) high = value;
    }
    context.lineTo(at, y(first));
    // What goes beyond both neighbours on one pixel is a peak that must not be lost.
    const next = values[k] ?? first;
    if (low < first && low < next) context.lineTo(at, y(low));
    if (high > first && high > next) context.lineTo(at, y(high));
  }
  context.stroke();
}
