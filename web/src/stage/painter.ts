import { drawingsOf, readDrawList } from "./drawList";
import { GpuTarget, hasGpu } from "./gpuTarget";
import { kit as starting } from "./kit";
import { LayerPainter } from "./layerPainter";
import { ProcessorTarget } from "./processorTarget";
import { fitInto, type Target } from "./target";

/** Draw list → picture, on a canvas of its own, which others then copy from. */
export class Painter {
  private target: Target;
  private pictures = 0;

  private constructor(private readonly layers: LayerPainter) {
    this.target = new ProcessorTarget(layers);
  }

  static async start(): Promise<Painter> {
    return new Painter(new LayerPainter(await starting));
  }

  /**
   * @param drawingIds ids of the film's drawings, by which a list's indices are understood.
   * @returns good until the next call.
   */
  async paint(bytes: Uint8Array, drawingIds: string[], width: number, height: number): Promise<HTMLCanvasElement> {
    const list = readDrawList(bytes);
    await this.layers.art.load(drawingsOf(list), drawingIds);
    // The first picture does not wait for finding out about a GPU, which takes longer than painting it.
    if (this.pictures++ === 1 && hasGpu()) this.target = new GpuTarget(this.layers);
    return this.target.paint(list, fitInto(list, width, height));
  }
}
