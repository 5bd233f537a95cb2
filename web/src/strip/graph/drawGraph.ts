import type { GraphLine } from "../../api/types";
import type { Scale } from "../scale";
import { type Height, speedsOf } from "./graphScale";

/** The part of the pane, from its foot, in which speeds are drawn. */
const SpeedPart = 0.3;

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
    context.lineWidth = focus === i ? 2 : 1.2;
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
  let column = Number.NaN;
  let [low, high] = [0, 0];
  for (let k = 0; k < values.length; k++) {
    const [at, value] = [x(k), values[k] ?? 0];
    const pixel = Math.round(at);
    if (pixel !== column) {
      column = pixel;
      [low, high] = [value, value];
      context.lineTo(at, y(value));
    } else if (value < low || value > high) {
      [low, high] = [Math.min(low, value), Math.max(high, value)];
      context.lineTo(at, y(value));
    }
  }
  context.stroke();
}
