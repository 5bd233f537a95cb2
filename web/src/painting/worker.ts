/// <reference lib="webworker" />
import type { Surface } from "canvaskit-wasm";
import type { Drawing } from "../api/types";
import { ArtStore } from "./artStore";
import { type DrawList, type DrawNode, readDrawList } from "./drawList.generated";
import { GpuPainter, hasGpu } from "./gpuPainter";
import { type Kit, startKit } from "./kit";
import { PainterTrial } from "./painterTrial";
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

interface Gpu {
  painter: GpuPainter;
  canvas: OffscreenCanvas;
  surface: Surface | null;
}

/** With a GPU that is faster on its canvas, else in memory. */
class Studio {
  private readonly art: ArtStore;
  private readonly sheets: SheetPainter;
  private gpu: Gpu | null = null;
  private trial: PainterTrial | null = null;
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
    if (this.gpu === null) return this.without(list, bytes);
    return this.trial ? this.withBoth(this.gpu, this.trial, list, bytes) : this.withGpu(this.gpu, list);
  }

  private lookForGpu(): void {
    this.hasLooked = true;
    if (!hasGpu(new OffscreenCanvas(1, 1))) return;
    this.gpu = { painter: new GpuPainter(this.kit, this.art), canvas: new OffscreenCanvas(1, 1), surface: null };
    this.trial = new PainterTrial();
  }

  /** Both paint the same picture, until it is clear who is faster; what is shown is the kernels'. */
  private withBoth(gpu: Gpu, trial: PainterTrial, list: DrawList, bytes: Uint8Array): ImageBitmap {
    const began = performance.now();
    const picture = this.without(list, bytes);
    const painted = performance.now();
    this.withGpu(gpu, list).close();
    this.finish(gpu);
    trial.add(performance.now() - painted, painted - began);
    if (trial.gpuIsFaster !== null) this.trial = null;
    if (trial.gpuIsFaster === false) {
      gpu.surface?.dispose();
      this.gpu = null;
    }
    return picture;
  }

  /** A GPU says that it has painted before it has; who reads a pixel waits for it. */
  private finish(gpu: Gpu): void {
    const { kit } = this.kit;
    const one = {
      width: 1,
      height: 1,
      colorType: kit.ColorType.RGBA_8888,
      alphaType: kit.AlphaType.Premul,
      colorSpace: kit.ColorSpace.SRGB,
    };
    gpu.surface?.getCanvas().readPixels(0, 0, one);
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

  private withGpu(gpu: Gpu, list: DrawList): ImageBitmap {
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
