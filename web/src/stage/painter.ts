import type { Canvas, CanvasKit, Surface } from "canvaskit-wasm";
import { ArtStore } from "./art";
import { type DrawItem, type DrawLayer, readDrawList } from "./drawList";
import { kit as starting } from "./kit";

/** Below this a blur changes nothing that anyone could tell; FramePainter.LeastSigma in prints. */
const LeastSigma = 0.2;

/**
 * Draw list → pixels with CanvasKit. Decides nothing: src/Fretsaw.Print/FramePainter.cs does the same with SkiaSharp,
 * and a test compares the two. Paints into a canvas of its own, which others then copy from.
 */
export class Painter {
  readonly canvas = document.createElement("canvas");
  private surface: Surface | null = null;
  private readonly art: ArtStore;

  private constructor(
    private readonly kit: CanvasKit,
    private readonly software: boolean,
  ) {
    this.art = new ArtStore(kit);
  }

  static async start(): Promise<Painter> {
    return new Painter(await starting, hasNoGpu());
  }

  /** @param drawingIds ids of the film's drawings, by which a list's indices are understood. */
  async paint(bytes: Uint8Array, drawingIds: string[], width: number, height: number): Promise<HTMLCanvasElement> {
    const list = readDrawList(bytes);
    await this.art.load(
      list.layers.flatMap((layer) => layer.items.map((item) => item.drawing)),
      drawingIds,
    );
    const canvas = this.resize(width, height).getCanvas();
    canvas.clear(this.kit.Color4f(...channels(list.backdrop)));
    canvas.save();
    const scale = Math.min(width / list.width, height / list.height);
    canvas.translate((width - list.width * scale) / 2, (height - list.height * scale) / 2);
    canvas.scale(scale, scale);
    canvas.clipRect(this.kit.XYWHRect(0, 0, list.width, list.height), this.kit.ClipOp.Intersect, false);
    for (const layer of list.layers) this.layer(canvas, layer, scale);
    canvas.restore();
    this.surface?.flush();
    return this.canvas;
  }

  private resize(width: number, height: number): Surface {
    if (this.surface !== null && this.canvas.width === width && this.canvas.height === height) return this.surface;
    this.surface?.dispose();
    this.canvas.width = width;
    this.canvas.height = height;
    const colours = this.kit.ColorSpace.SRGB;
    this.surface =
      (this.software ? null : this.kit.MakeWebGLCanvasSurface(this.canvas, colours, { antialias: 0 })) ??
      this.kit.MakeSWCanvasSurface(this.canvas);
    if (this.surface === null) throw new Error("The picture cannot be painted: this browser gives no canvas.");
    return this.surface;
  }

  private layer(canvas: Canvas, layer: DrawLayer, outputScale: number): void {
    const { kit } = this;
    canvas.save();
    // The sigma is in picture pixels, and the canvas is scaled from them to the output already.
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

/**
 * Where WebGL itself is computed by the processor, CanvasKit's own raster is twice as fast (measured: 0.54 s against
 * 1.20 s for a 692 px frame of the demo).
 */
function hasNoGpu(): boolean {
  const gl = document.createElement("canvas").getContext("webgl2");
  const info = gl?.getExtension("WEBGL_debug_renderer_info");
  const name = gl && info ? String(gl.getParameter(info.UNMASKED_RENDERER_WEBGL)) : "";
  gl?.getExtension("WEBGL_lose_context")?.loseContext();
  return gl === null || /swiftshader|llvmpipe|software/i.test(name);
}

const channels = (argb: number): [number, number, number, number] => [
  ((argb >>> 16) & 255) / 255,
  ((argb >>> 8) & 255) / 255,
  (argb & 255) / 255,
  (argb >>> 24) / 255,
];
