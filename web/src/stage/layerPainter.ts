import type { Canvas, CanvasKit } from "canvaskit-wasm";
import { type Art, ArtStore } from "./art";
import type { DrawItem, DrawLayer, DrawnPath, DrawStep } from "./drawList";
import { paintRedrawn } from "./shapes";

/** Below this a blur changes nothing that anyone could tell; FramePainter.LeastSigma in prints. */
const LeastSigma = 0.2;

/**
 * A draw list's layers on a CanvasKit canvas. Decides nothing: src/Fretsaw.Print/FramePainter.cs does the same with
 * SkiaSharp, and a test compares the two.
 */
export class LayerPainter {
  readonly art: ArtStore;

  constructor(readonly kit: CanvasKit) {
    this.art = new ArtStore(kit);
  }

  /** @param outputScale by which the canvas is scaled from picture pixels already. */
  layer(canvas: Canvas, layer: DrawLayer, outputScale: number): void {
    const { kit } = this;
    canvas.save();
    const blurred = layer.sigma * outputScale >= LeastSigma;
    const layered = blurred || layer.opacity < 1;
    if (layered) {
      const group = new kit.Paint();
      group.setAlphaf(layer.opacity);
      const blur = blurred ? kit.ImageFilter.MakeBlur(layer.sigma, layer.sigma, kit.TileMode.Decal, null) : null;
      if (blur) group.setImageFilter(blur);
      canvas.saveLayer(group);
      blur?.delete();
      group.delete();
    }
    canvas.concat(layer.homography);
    for (const step of layer.items) this.step(canvas, step);
    if (layered) canvas.restore();
    canvas.restore();
  }

  private step(canvas: Canvas, step: DrawStep): void {
    const { kit } = this;
    if (step.kind === "cut") {
      canvas.saveLayer();
    } else if (step.kind === "matte") {
      const paint = new kit.Paint();
      paint.setBlendMode(step.outside ? kit.BlendMode.DstOut : kit.BlendMode.DstIn);
      canvas.saveLayer(paint);
      paint.delete();
    } else if (step.kind === "end") {
      canvas.restore();
      canvas.restore();
    } else {
      this.item(canvas, step);
    }
  }

  private item(canvas: Canvas, item: DrawItem): void {
    const art = this.art.at(item.drawing);
    if (art === undefined) return;
    const [a, b, c, d, e, f] = item.matrix as unknown as [number, number, number, number, number, number];
    canvas.save();
    canvas.concat([a, c, e, b, d, f, 0, 0, 1]);
    // A mesh takes its opacity with its paint; everything else is laid together first.
    const grouped = item.opacity < 1 && item.kind !== "mesh";
    if (grouped) {
      const group = new this.kit.Paint();
      group.setAlphaf(item.opacity);
      canvas.saveLayer(group);
      group.delete();
    }
    if (item.kind === "mesh") this.mesh(canvas, item);
    else if (item.kind === "shapes") for (const path of item.paths) this.redrawn(canvas, art, path);
    else canvas.drawPicture(art.picture);
    if (grouped) canvas.restore();
    canvas.restore();
  }

  private redrawn(canvas: Canvas, art: Art, drawn: DrawnPath): void {
    const shape = art.drawing.shapes[drawn.shape];
    if (shape !== undefined) paintRedrawn(this.kit, canvas, shape, drawn);
  }

  private mesh(canvas: Canvas, { drawing, opacity, mesh }: DrawItem): void {
    const { kit } = this;
    const art = this.art.at(drawing);
    const m = canvas.getTotalMatrix() as unknown as [number, number, number, number, number];
    const texture = art && this.art.texture(art, Math.sqrt(Math.abs(m[0] * m[4] - m[1] * m[3])));
    if (!art || !texture || mesh === null) return;
    const { bounds } = art.drawing;
    const toArt = [bounds.width / texture.width(), 0, bounds.x, 0, bounds.height / texture.height(), bounds.y, 0, 0, 1];
    const shader = texture.makeShaderOptions(
      kit.TileMode.Decal,
      kit.TileMode.Decal,
      kit.FilterMode.Linear,
      kit.MipmapMode.None,
      toArt,
    );
    const paint = new kit.Paint();
    paint.setAntiAlias(true);
    paint.setShader(shader);
    paint.setColor(Float32Array.of(0, 0, 0, opacity));
    const vertices = kit.MakeVertices(
      kit.VertexMode.Triangles,
      mesh.positions,
      mesh.onArt,
      null,
      // Its types ask for an array; it copies any row of numbers, and making an array of each took longer than the rest.
      mesh.indices as unknown as number[],
    );
    canvas.drawVertices(vertices, kit.BlendMode.Modulate, paint);
    vertices.delete();
    paint.delete();
    shader.delete();
  }
}
