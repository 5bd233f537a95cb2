/// <reference lib="webworker" />
import type { Surface } from "canvaskit-wasm";
import type { Drawing } from "../api/types";
import { ArtStore } from "./artStore";
import { type DrawList, type DrawNode, readDrawList } from "./drawList.generated";
import { GpuPainter, hasGpu } from "./gpuPainter";
import { type Kit, startKit } from "./kit";
import type { FromPage, ToPage } from "./protocol";
import { SheetPainter } from "./sheetPainter";

const say = (message: ToPage, transfer: Transferable[] = []) => self.postMessage(message, transfer);

/** Drawings come from the page, which has them or asks the core. */
const wanted = new Map<string, { resolve: (drawing: Drawing) => void; reject: (problem: Error) => void }>();

function fetchDrawing(id: string, index: number): Promise<Drawing> {
  return new Promise((resolve, reject) => {
    wanted.set(id, { resolve, reject });
    say({ kind: "want", id, index });
  });
}

/**
 * How long no picture is asked for until a GPU is looked for, ms: that waits for the page itself, which takes a second to open, and no
 * picture is to wait with it.
 */
const Quiet = 1000;

/** With a GPU on its canvas, without one in memory. */
class Studio {
  private readonly art: ArtStore;
  private readonly sheets: SheetPainter;
  private gpu: { painter: GpuPainter; canvas: OffscreenCanvas; surface: Surface | null } | null = null;
  private looking: ReturnType<typeof setTimeout> | undefined;
  private hasLooked = false;
  private readonly canvas = new OffscreenCanvas(1, 1);

  constructor(private readonly kit: Kit) {
    this.art = new ArtStore(kit, fetchDrawing);
    this.sheets = new SheetPainter(kit, this.art);
  }

  async paint(bytes: Uint8Array, ids: string[] | null): Promise<ImageBitmap> {
    const list = readDrawList(bytes);
    if (ids !== null) this.sheets.drawingsChanged();
    await this.art.load(drawingsOf(list.nodes), ids);
    clearTimeout(this.looking);
    if (!this.hasLooked) this.looking = setTimeout(() => this.lookForGpu(), Quiet);
    return this.gpu ? this.withGpu(this.gpu, list) : this.without(list, bytes);
  }

  private lookForGpu(): void {
    this.hasLooked = true;
    if (hasGpu(new OffscreenCanvas(1, 1)))
      this.gpu = { painter: new GpuPainter(this.kit, this.art), canvas: new OffscreenCanvas(1, 1), surface: null };
  }

  private without(list: DrawList, bytes: Uint8Array): ImageBitmap {
    const sheet = this.sheets.paint(list, bytes);
    const { width, height } = sheet;
    const { kernels } = this.kit;
    const straight = kernels.room(width * height * 4);
    kernels.run.straighten(sheet.at, sheet.stride, width, height, straight);
    const picture = new ImageData(new Uint8ClampedArray(kernels.bytes(straight, width * height * 4)), width, height);
    [this.canvas.width, this.canvas.height] = [width, height];
    this.canvas.getContext("2d")?.putImageData(picture, 0, 0);
    return this.canvas.transferToImageBitmap();
  }

  private withGpu(gpu: NonNullable<Studio["gpu"]>, list: DrawList): ImageBitmap {
    if (gpu.surface === null || gpu.canvas.width !== list.width || gpu.canvas.height !== list.height) {
      gpu.surface?.dispose();
      [gpu.canvas.width, gpu.canvas.height] = [list.width, list.height];
      const { kit } = this.kit;
      gpu.surface = kit.MakeWebGLCanvasSurface(gpu.canvas, kit.ColorSpace.SRGB, { antialias: 0 });
      if (gpu.surface === null) throw new Error("The picture cannot be painted: the browser lost its graphics.");
    }
    gpu.painter.paint(gpu.surface.getCanvas(), list);
    gpu.surface.flush();
    return gpu.canvas.transferToImageBitmap();
  }
}

function drawingsOf(nodes: DrawNode[]): number[] {
  return nodes.flatMap((node) => (node.kind === "group" ? drawingsOf(node.nodes) : [node.drawing]));
}

const studio = startKit().then((kit) => new Studio(kit));
let last: Promise<unknown> = Promise.resolve();

self.addEventListener("message", ({ data }: MessageEvent<FromPage>) => {
  if (data.kind !== "paint") {
    const id = data.kind === "drawing" ? data.drawing.id : data.id;
    const waiting = wanted.get(id);
    wanted.delete(id);
    if (data.kind === "drawing") waiting?.resolve(data.drawing);
    else waiting?.reject(new Error(data.problem));
    return;
  }
  // One after the other: what a picture needs may still be on its way.
  last = last.then(async () => {
    try {
      const began = performance.now();
      const picture = await (await studio).paint(data.list, data.ids);
      say({ kind: "picture", id: data.id, picture, took: performance.now() - began }, [picture]);
    } catch (problem) {
      say({ kind: "problem", id: data.id, problem: String(problem) });
    }
  });
});
