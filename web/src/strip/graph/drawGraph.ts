import type { GraphLine } from "../../api/types";
import type { Scale } from "../scale";
import { type Height, speedsOf } from "./graphScale";

/** The part of the pane, from its foot, in which speeds are drawn. */
const SpeedPart = 0.3;

/** So many lines are drawn as paths; more of them pixel by pixel, which is many times as fast and no harder to read. */
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
  const ratio = window.devicePixelRatio || 1;
  if (lines.length > Few && focus < 0 && !speeds) {
    drawMany(context, lines, heights, scale, inks, ratio);
    return;
  }
  context.clearRect(0, 0, width, height);
  context.save();
  context.scale(ratio, ratio);
  const pixels = height / ratio;
  lines.forEach((line, i) => {
    context.strokeStyle = inks.lines[i % inks.lines.length] ?? "black";
    context.globalAlpha = focus < 0 || focus === i ? 1 : 0.4;
    context.lineWidth = focus === i ? 2 : 1.2;
    const at = heights[i];
    if (at === undefined) return;
    if (line.seen.length > 0) {
      // What the picture has lies behind what is keyed, wide and faint.
      context.save();
      context.globalAlpha *= 0.35;
      context.lineWidth = 5;
      trace(context, line.seen, (k) => scale.x(line.first + k), at.y);
      context.restore();
    }
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

/** What many lines are drawn on, kept: a megabyte made anew with every notch of the wheel would have to be cleared away. */
let sheet: ImageData | null = null;

/** One pixel across, and as high as the line goes there. */
function drawMany(
  context: CanvasRenderingContext2D,
  lines: readonly GraphLine[],
  heights: readonly Height[],
  scale: Scale,
  inks: GraphInks,
  ratio: number,
): void {
  const { width, height } = context.canvas;
  if (sheet?.width !== width || sheet.height !== height) sheet = context.createImageData(width, height);
  const pixels = new Uint32Array(sheet.data.buffer);
  pixels.fill(0);
  lines.forEach((line, i) => {
    const at = heights[i];
    if (at === undefined) return;
    const ink = abgr(inks.lines[i % inks.lines.length] ?? "#000000");
    const { values, first } = line;
    const start = scale.x(first) * ratio;
    const step = scale.perFrame * ratio;
    // A value's height is a straight line: two of them say all. Nothing is made in the loop.
    const zero = at.y(0) * ratio;
    const per = at.y(1) * ratio - zero;
    let before = zero + per * (values[0] ?? 0);
    for (let k = 0; k < values.length; ) {
      const column = Math.round(start + k * step);
      let last = values[k] ?? 0;
      let low = last;
      let high = last;
      for (k++; k < values.length && Math.round(start + k * step) === column; k++) {
        last = values[k] ?? 0;
        if (last < low) low = last;
        else if (last > high) high = last;
      }
      const now = zero + per * last;
      fill(column, Math.min(before, zero + per * high), Math.max(before, zero + per * low), ink);
      before = now;
      if (k >= values.length) break;
      // Frames farther apart than a pixel are joined column by column.
      const next = Math.round(start + k * step);
      const then = zero + per * (values[k] ?? 0);
      for (let c = column + 1; c < next; c++) {
        const there = now + ((then - now) * (c + 1 - column)) / (next - column);
        fill(c, Math.min(before, there), Math.max(before, there), ink);
        before = there;
      }
    }
  });
  context.putImageData(sheet, 0, 0);

  function fill(x: number, top: number, foot: number, ink: number): void {
    if (x < 0 || x >= width) return;
    const last = Math.min(height - 1, Math.round(foot));
    for (let y = Math.max(0, Math.round(top)); y <= last; y++) pixels[y * width + x] = ink;
  }
}

/** A colour as #rrggbb, as a canvas has it in its memory. */
const abgr = (ink: string): number => {
  const rgb = Number.parseInt(ink.slice(1, 7), 16);
  return (0xff000000 | ((rgb & 0xff) << 16) | (rgb & 0xff00) | (rgb >> 16)) >>> 0;
};
