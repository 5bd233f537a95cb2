import type { CanvasKit, MallocObj } from "canvaskit-wasm";
import wasm from "./kernels.wasm?url";

/** What web/kernels exports; places in memory are addresses, and strides are bytes. */
export interface KernelExports {
  setDither(table: number): void;
  over(
    into: number,
    intoStride: number,
    from: number,
    fromStride: number,
    width: number,
    height: number,
    opacity: number,
    scratch: number,
  ): void;
  keep(sheet: number, by: number, stride: number, width: number, height: number, outside: number): void;
  laySoft(
    into: number,
    intoStride: number,
    from: number,
    fromStride: number,
    x0: number,
    y0: number,
    width: number,
    height: number,
    opacity: number,
    scratch: number,
  ): void;
  straighten(from: number, stride: number, width: number, height: number, into: number): void;
  soften(
    from: number,
    fromStride: number,
    width: number,
    height: number,
    into: number,
    intoStride: number,
    taps: number,
    radius: number,
    scratch: number,
  ): void;
  enlarge(
    into: number,
    intoStride: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    a: number,
    b: number,
    stride: number,
    height: number,
    mix: number,
    scaleX: number,
    shiftX: number,
    scaleY: number,
    shiftY: number,
    opacity: number,
    scratch: number,
  ): void;
  warp(
    into: number,
    intoStride: number,
    intoSoft: number,
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    a: number,
    b: number,
    stride: number,
    width: number,
    height: number,
    mix: number,
    map: number,
    opacity: number,
    scratch: number,
  ): void;
  triangles(
    board: number,
    boardStride: number,
    left: number,
    top: number,
    right: number,
    bottom: number,
    texture: number,
    stride: number,
    width: number,
    height: number,
    positions: number,
    onArt: number,
    corners: number,
    count: number,
    opacity: number,
    scratch: number,
  ): void;
}

/** The kernels with the memory they work on, and a room of it that any call may use. */
export class Kernels {
  private scratch: MallocObj | null = null;

  constructor(
    readonly run: KernelExports,
    private readonly kit: CanvasKit,
    private readonly memory: WebAssembly.Memory,
  ) {
    const table = kit.Malloc(Uint8Array, 8 * 16 * 4 * 2);
    this.shorts(table.byteOffset, 8 * 16 * 4).set(ditherTable());
    run.setDither(table.byteOffset);
  }

  /** Views are good until memory grows: they are made anew for each use. */
  bytes = (at: number, count: number) => new Uint8Array(this.memory.buffer, at, count);
  shorts = (at: number, count: number) => new Int16Array(this.memory.buffer, at, count);
  floats = (at: number, count: number) => new Float32Array(this.memory.buffer, at, count);
  ints = (at: number, count: number) => new Int32Array(this.memory.buffer, at, count);

  /** Room for so many bytes, until the next call. */
  room(bytes: number): number {
    if (this.scratch === null || this.scratch.length < bytes) {
      if (this.scratch) this.kit.Free(this.scratch);
      this.scratch = this.kit.Malloc(Uint8Array, bytes + bytes / 2) as MallocObj & { length: number };
    }
    // Sixteen bytes, as some loads want it.
    return (this.scratch.byteOffset + 15) & ~15;
  }
}

export async function startKernels(kit: CanvasKit, memory: WebAssembly.Memory): Promise<Kernels> {
  const response = await fetch(wasm);
  const abort = () => {
    throw new Error("A painting kernel gave up.");
  };
  const { instance } = await WebAssembly.instantiate(await response.arrayBuffer(), { env: { memory, abort } });
  return new Kernels(instance.exports as unknown as KernelExports, kit, memory);
}

/** Ordered dither by place; src/Fretsaw.Print/Kernels/Dither.cs has the same numbers and their source. */
export function ditherTable(): Int16Array {
  const table = new Int16Array(8 * 16 * 4);
  for (let y = 0; y < 8; y++) {
    for (let x = 0; x < 16; x++) table.fill(1 + 2 * bayer(x & 7, y), (y * 16 + x) * 4, (y * 16 + x + 1) * 4);
  }
  return table;
}

function bayer(x: number, y: number): number {
  let value = 0;
  for (let bit = 0; bit < 3; bit++) value = (value << 2) | ((((x ^ y) >> bit) & 1) << 1) | ((y >> bit) & 1);
  return value;
}
