import type { Canvas, MallocObj, Surface } from "canvaskit-wasm";
import type { Kit } from "./kit";

/** Pixels past a row's end that kernels may read and write. */
const Spare = 16;

/** Rows of pixels in CanvasKit's memory, which only grow; src/Fretsaw.Print/Sheets has their like for prints. */
abstract class PixelMemory {
  width = 0;
  height = 0;
  /** Bytes from row to row. */
  stride = 0;
  private memory: MallocObj | null = null;
  private room = 0;

  constructor(
    protected readonly kit: Kit,
    private readonly bytesAPixel: number,
  ) {}

  get at(): number {
    return ((this.memory?.byteOffset ?? 0) + 15) & ~15;
  }

  get bytes(): number {
    return this.room;
  }

  protected get block(): MallocObj {
    if (this.memory === null) throw new Error("A sheet has no size yet.");
    return this.memory;
  }

  /** Takes another size; what was on it is lost, and it is not cleared. */
  resize(width: number, height: number): void {
    if (width === this.width && height === this.height) return;
    this.released();
    [this.width, this.height] = [width, height];
    this.stride = (((width + 7) & ~7) + Spare) * this.bytesAPixel;
    const need = this.stride * (height + 1) + 16;
    if (need <= this.room) return;
    this.free();
    [this.width, this.height] = [width, height];
    this.memory = this.kit.kit.Malloc(Uint8Array, need);
    this.room = need;
  }

  clear(): void {
    this.kit.kernels.bytes(this.at, this.stride * (this.height + 1)).fill(0);
  }

  free(): void {
    this.released();
    if (this.memory) this.kit.kit.Free(this.memory);
    this.memory = null;
    [this.room, this.width, this.height] = [0, 0, 0];
  }

  /** Its memory is about to be another. */
  protected released(): void {}
}

/** Premultiplied RGBA of eight bits: CanvasKit rasterises vectors into it, and the kernels lay on it. */
export class Sheet extends PixelMemory {
  private surface: Surface | null = null;

  constructor(kit: Kit) {
    super(kit, 4);
  }

  get canvas(): Canvas {
    this.surface ??= this.makeSurface();
    return this.surface.getCanvas();
  }

  protected override released(): void {
    this.surface?.delete();
    this.surface = null;
  }

  private makeSurface(): Surface {
    const { kit } = this.kit;
    const info = {
      width: this.width,
      height: this.height,
      colorType: kit.ColorType.RGBA_8888,
      alphaType: kit.AlphaType.Premul,
      colorSpace: kit.ColorSpace.SRGB,
    };
    // Kernels want sixteen bytes' alignment, which the block itself may lack.
    const aligned = { ...this.block, byteOffset: this.at } as MallocObj;
    const surface = kit.MakeRasterDirectSurface(info, aligned, this.stride);
    if (surface === null) throw new Error("The picture cannot be painted: there is no memory for it.");
    return surface;
  }
}

/** Premultiplied RGBA of sixteen bits, 255 · 128 for a whole. */
export class SoftSheet extends PixelMemory {
  constructor(kit: Kit) {
    super(kit, 8);
  }
}
