import type { Canvas, CanvasKit } from "canvaskit-wasm";
import { ArtStore } from "./art";
import type { DrawItem, DrawLayer } from "./drawList";

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
    for (const item of layer.items) this.item(canvas, item);
    if (layered) canvas.restore();
    canvas.restore();
  }

  private item(canvas: Canvas, item: DrawItem): void {
    const art = this.art.at(item.drawing);
    if (art === undefined) return;
    const [a, b, c, d, e, f] = item.matrix as unknown as [number, number, number, number, number, number];
    canvas.save();
    canvas.concat([a, c, e, b, d, f, 0, 0, 1]);
    if (item.mesh !== null) {
      this.mesh(canvas, item);
    } else if (item.opacity < 1) {
      const group = new this.kit.Paint();
      group.setAlphaf(item.opacity);
      canvas.saveLayer(group);
      canvas.drawPicture(art.picture);
      canvas.restore();
      group.delete();
    } else {
      canvas.drawPicture(art.picture);
    }
    canvas.restore();
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
      kit.TileMode.Clamp,
      kit.TileMode.Clamp,
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
      Array.from(mesh.indices),
    );
    canvas.drawVertices(vertices, kit.BlendMode.Modulate, paint);
    vertices.delete();
    paint.delete();
    shader.delete();
  }
}
