import type { DrawLayer, DrawList } from "./drawList";
import type { LayerPainter } from "./layerPainter";
import { Sheet } from "./sheet";
import { colourOf, type Fit, type Target } from "./target";

/** From this blur on, in output pixels, a layer is painted on a coarser grid. */
const CoarseFrom = 5;

/** How wide the blur is on that grid at least, in its own pixels: enough that enlarging it shows no steps. */
const CoarseSigma = 2.5;

/** Sheets of sizes that a picture needs; a new size of picture lets the old ones go. */
const MostSheets = 6;

/**
 * Paints without a GPU. Sharp layers are painted one over the other on a sheet as large as the picture. A very soft
 * layer holds nothing fine: it is painted and blurred on a smaller sheet and enlarged by the browser's own canvas, so
 * that its cost falls with the square of the factor. Measured on frames of the demo, 960 px: 1.2–1.4 s before, 0.4–0.6 s now.
 */
export class ProcessorTarget implements Target {
  private readonly canvas = document.createElement("canvas");
  private readonly sheets = new Map<string, Sheet>();

  constructor(private readonly layers: LayerPainter) {}

  paint(list: DrawList, fit: Fit): HTMLCanvasElement {
    const { width, height, scale } = fit;
    if (this.canvas.width !== width || this.canvas.height !== height) {
      this.freeSheets();
      [this.canvas.width, this.canvas.height] = [width, height];
    }
    const context = this.canvas.getContext("2d", { willReadFrequently: true }) as CanvasRenderingContext2D;
    context.clearRect(0, 0, width, height);
    context.save();
    context.beginPath();
    context.rect(fit.left, fit.top, list.width * scale, list.height * scale);
    context.clip();
    context.fillStyle = colourOf(list.backdrop);
    context.fillRect(0, 0, width, height);
    let sharp: DrawLayer[] = [];
    const lay = () => {
      if (sharp.length > 0) context.drawImage(this.sharp(sharp, list, fit), 0, 0);
      sharp = [];
    };
    for (const layer of list.layers) {
      if (layer.sigma * scale < CoarseFrom) {
        sharp.push(layer);
        continue;
      }
      lay();
      const factor = 2 ** Math.floor(Math.log2((layer.sigma * scale) / CoarseSigma));
      const soft = this.soft(layer, list, scale / factor);
      context.drawImage(soft, fit.left, fit.top, soft.width * factor, soft.height * factor);
    }
    lay();
    context.restore();
    return this.canvas;
  }

  private sharp(layers: DrawLayer[], list: DrawList, fit: Fit): HTMLCanvasElement {
    const sheet = this.sheet(fit.width, fit.height);
    const { canvas } = sheet;
    canvas.clear(this.layers.kit.TRANSPARENT);
    canvas.save();
    canvas.translate(fit.left, fit.top);
    canvas.scale(fit.scale, fit.scale);
    canvas.clipRect(this.layers.kit.XYWHRect(0, 0, list.width, list.height), this.layers.kit.ClipOp.Intersect, false);
    for (const layer of layers) this.layers.layer(canvas, layer, fit.scale);
    canvas.restore();
    return sheet.show();
  }

  private soft(layer: DrawLayer, list: DrawList, scale: number): HTMLCanvasElement {
    const sheet = this.sheet(Math.ceil(list.width * scale), Math.ceil(list.height * scale));
    const { canvas } = sheet;
    canvas.clear(this.layers.kit.TRANSPARENT);
    canvas.save();
    canvas.scale(scale, scale);
    this.layers.layer(canvas, layer, scale);
    canvas.restore();
    return sheet.show();
  }

  private sheet(width: number, height: number): Sheet {
    const key = `${width}x${height}`;
    let sheet = this.sheets.get(key);
    if (sheet === undefined) {
      if (this.sheets.size === MostSheets) this.freeSheets();
      sheet = new Sheet(this.layers.kit, width, height);
      this.sheets.set(key, sheet);
    }
    return sheet;
  }

  private freeSheets(): void {
    for (const sheet of this.sheets.values()) sheet.free();
    this.sheets.clear();
  }
}
