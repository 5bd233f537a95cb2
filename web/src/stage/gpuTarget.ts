import type { Surface } from "canvaskit-wasm";
import type { DrawList } from "./drawList";
import type { LayerPainter } from "./layerPainter";
import { channels, type Fit, type Target } from "./target";

/** Paints with the GPU, through WebGL. */
export class GpuTarget implements Target {
  private readonly canvas = document.createElement("canvas");
  private surface: Surface | null = null;

  constructor(private readonly layers: LayerPainter) {}

  paint(list: DrawList, fit: Fit): HTMLCanvasElement {
    const { kit } = this.layers;
    const surface = this.resize(fit.width, fit.height);
    const canvas = surface.getCanvas();
    canvas.clear(kit.TRANSPARENT);
    canvas.save();
    canvas.translate(fit.left, fit.top);
    canvas.scale(fit.scale, fit.scale);
    canvas.clipRect(kit.XYWHRect(0, 0, list.width, list.height), kit.ClipOp.Intersect, false);
    canvas.drawColor(kit.Color4f(...channels(list.backdrop)));
    for (const layer of list.layers) this.layers.layer(canvas, layer, fit.scale);
    canvas.restore();
    surface.flush();
    return this.canvas;
  }

  private resize(width: number, height: number): Surface {
    if (this.surface !== null && this.canvas.width === width && this.canvas.height === height) return this.surface;
    this.surface?.dispose();
    [this.canvas.width, this.canvas.height] = [width, height];
    this.surface = this.layers.kit.MakeWebGLCanvasSurface(this.canvas, this.layers.kit.ColorSpace.SRGB, {
      antialias: 0,
    });
    if (this.surface === null) throw new Error("The picture cannot be painted: the browser lost its graphics.");
    return this.surface;
  }
}

/** False as well where WebGL itself is computed by the processor: painting without it is faster then (measured). */
export function hasGpu(): boolean {
  const gl = document.createElement("canvas").getContext("webgl2");
  const info = gl?.getExtension("WEBGL_debug_renderer_info");
  const name = gl && info ? String(gl.getParameter(info.UNMASKED_RENDERER_WEBGL)) : "";
  gl?.getExtension("WEBGL_lose_context")?.loseContext();
  return gl !== null && !/swiftshader|llvmpipe|software/i.test(name);
}
