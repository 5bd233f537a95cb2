import type { Canvas, CanvasKit, Paint as KitPaint, Path } from "canvaskit-wasm";
import type { Affine, Gradient, Paint, Shape, Stroke } from "../api/types";
import { type DrawnPath, FillAndStroke, StrokePaint } from "./drawList.generated";

/** A vector shape → Skia calls. src/Fretsaw.Print/ShapePainter.cs makes the same calls in prints. */
export function paintShape(kit: CanvasKit, canvas: Canvas, shape: Shape): void {
  const path = kit.Path.MakeFromSVGString(shape.path);
  if (path === null) return;
  path.setFillType(shape.rule === "EvenOdd" ? kit.FillType.EvenOdd : kit.FillType.Winding);
  paintPath(kit, canvas, shape, path, shape.fill ?? null, shape.stroke ?? null);
  path.delete();
}

/** A shape's paint on other outlines, which are in the drawing's pixels. */
export function paintRedrawn(kit: CanvasKit, canvas: Canvas, shape: Shape, { lines, paint: how }: DrawnPath): void {
  // Gradients and strokes live in the path's own pixels, so the outlines go back there.
  const toPath = kit.Matrix.invert(matrix(shape.matrix));
  if (toPath === null) return;
  const builder = new kit.PathBuilder();
  for (const { closed, points } of lines) builder.addPolygon(kit.Matrix.mapPoints(toPath, Array.from(points)), closed);
  const path = builder.detachAndDelete();
  const evenOdd = how === FillAndStroke && shape.rule === "EvenOdd";
  path.setFillType(evenOdd ? kit.FillType.EvenOdd : kit.FillType.Winding);
  const fill = how === StrokePaint ? shape.stroke?.paint : shape.fill;
  paintPath(kit, canvas, shape, path, fill ?? null, how === FillAndStroke ? (shape.stroke ?? null) : null);
  path.delete();
}

function paintPath(
  kit: CanvasKit,
  canvas: Canvas,
  shape: Shape,
  path: Path,
  fill: Paint | null,
  stroke: Stroke | null,
): void {
  canvas.save();
  canvas.concat(matrix(shape.matrix));
  // Fill and stroke of a half-clear shape are one thing: they are laid together first.
  const layered = shape.opacity < 1 && fill !== null && stroke !== null;
  if (layered) {
    const group = new kit.Paint();
    group.setAlphaf(shape.opacity);
    canvas.saveLayer(group);
    group.delete();
  }
  const opacity = layered ? 1 : shape.opacity;
  if (fill) {
    const paint = toPaint(kit, fill, opacity);
    canvas.drawPath(path, paint);
    paint.delete();
  }
  if (stroke) {
    const paint = toPaint(kit, stroke.paint, opacity);
    paint.setStyle(kit.PaintStyle.Stroke);
    paint.setStrokeWidth(stroke.width);
    paint.setStrokeCap(kit.StrokeCap[stroke.cap]);
    paint.setStrokeJoin(kit.StrokeJoin[stroke.join]);
    paint.setStrokeMiter(stroke.miterLimit);
    if (stroke.dashes.length > 0) paint.setPathEffect(kit.PathEffect.MakeDash(stroke.dashes, stroke.dashOffset));
    canvas.drawPath(path, paint);
    paint.delete();
  }
  if (layered) canvas.restore();
  canvas.restore();
}

const matrix = (m: Affine) => [m.a, m.c, m.e, m.b, m.d, m.f, 0, 0, 1];

/** "#rrggbb" or "#rrggbbaa" as red, green, blue, alpha from 0 to 1. */
function colour(text: string, opacity: number): Float32Array {
  const part = (at: number) => Number.parseInt(text.slice(at, at + 2), 16) / 255;
  const alpha = text.length > 7 ? part(7) : 1;
  return Float32Array.of(part(1), part(3), part(5), Math.round(alpha * opacity * 255) / 255);
}

function toPaint(kit: CanvasKit, paint: Paint, opacity: number): KitPaint {
  const result = new kit.Paint();
  result.setAntiAlias(true);
  if (paint.gradient) {
    result.setColor(Float32Array.of(0, 0, 0, Math.round(opacity * 255) / 255));
    result.setShader(toShader(kit, paint.gradient));
  } else {
    result.setColor(colour(paint.colour, opacity));
  }
  return result;
}

function toShader(kit: CanvasKit, gradient: Gradient) {
  const colours = gradient.stops.map((stop) => colour(stop.colour, 1));
  const offsets = gradient.stops.map((stop) => stop.offset);
  const mode = { Pad: kit.TileMode.Clamp, Reflect: kit.TileMode.Mirror, Repeat: kit.TileMode.Repeat }[gradient.spread];
  const a = [gradient.x1, gradient.y1];
  const b = [gradient.x2, gradient.y2];
  return gradient.kind === "Linear"
    ? kit.Shader.MakeLinearGradient(a, b, colours, offsets, mode, matrix(gradient.matrix))
    : kit.Shader.MakeTwoPointConicalGradient(a, 0, b, gradient.r, colours, offsets, mode, matrix(gradient.matrix));
}
