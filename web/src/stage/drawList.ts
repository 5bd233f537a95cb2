/** Walks the words of a draw list; the layout is told in src/Fretsaw.Core/Engine/DrawList.cs. */
export class DrawListReader {
  private at = 0;
  private readonly words: DataView;

  constructor(private readonly bytes: Uint8Array) {
    this.words = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  }

  int(): number {
    this.at += 4;
    return this.words.getInt32(this.at - 4, true);
  }

  float(): number {
    this.at += 4;
    return this.words.getFloat32(this.at - 4, true);
  }

  floats(count: number): Float32Array {
    const start = this.bytes.byteOffset + this.at;
    this.at += 4 * count;
    return new Float32Array(this.bytes.buffer, start, count);
  }

  ints(count: number): Int32Array {
    const start = this.bytes.byteOffset + this.at;
    this.at += 4 * count;
    return new Int32Array(this.bytes.buffer, start, count);
  }
}

/** A shape's paint on another outline. */
export interface DrawnPath {
  shape: number;
  paint: number;
  lines: { closed: boolean; points: Float32Array }[];
}

export interface DrawnMesh {
  positions: Float32Array;
  onArt: Float32Array;
  indices: Int32Array;
}

/** A drawing: stiff, on a mesh, or with its shapes redrawn. */
export interface DrawItem {
  kind: "stiff" | "mesh" | "shapes";
  drawing: number;
  opacity: number;
  matrix: Float32Array;
  mesh: DrawnMesh | null;
  paths: DrawnPath[];
}

/** What is cut is laid together, then the matte is laid on it, inside or outside of which it is kept. */
export type DrawStep = DrawItem | { kind: "cut" } | { kind: "matte"; outside: boolean } | { kind: "end" };

export interface DrawLayer {
  homography: Float32Array;
  opacity: number;
  sigma: number;
  items: DrawStep[];
}

export interface DrawList {
  width: number;
  height: number;
  backdrop: number;
  layers: DrawLayer[];
}

export function readDrawList(bytes: Uint8Array): DrawList {
  const words = new DrawListReader(bytes);
  if (words.int() !== 0x4c445346 || words.int() !== 2) throw new Error("This is no draw list.");
  const list: DrawList = { width: words.float(), height: words.float(), backdrop: words.int() >>> 0, layers: [] };
  const layers = words.int();
  for (let i = 0; i < layers; i++) {
    const layer: DrawLayer = { homography: words.floats(9), opacity: words.float(), sigma: words.float(), items: [] };
    const items = words.int();
    for (let k = 0; k < items; k++) layer.items.push(readItem(words));
    list.layers.push(layer);
  }
  return list;
}

function readItem(words: DrawListReader): DrawStep {
  const kind = words.int();
  if (kind === 4) return { kind: "cut" };
  if (kind === 5) return { kind: "matte", outside: words.int() === 1 };
  if (kind === 6) return { kind: "end" };
  const names = { 1: "stiff", 2: "mesh", 3: "shapes" } as const;
  const item: DrawItem = {
    kind: names[kind as 1 | 2 | 3],
    drawing: words.int(),
    opacity: words.float(),
    matrix: words.floats(6),
    mesh: null,
    paths: [],
  };
  if (item.kind === "mesh") {
    const [vertices, indices] = [words.int(), words.int()];
    item.mesh = {
      positions: words.floats(2 * vertices),
      onArt: words.floats(2 * vertices),
      indices: words.ints(indices),
    };
  } else if (item.kind === "shapes") {
    const paths = words.int();
    for (let i = 0; i < paths; i++) item.paths.push(readPath(words));
  }
  return item;
}

function readPath(words: DrawListReader): DrawnPath {
  const path: DrawnPath = { shape: words.int(), paint: words.int(), lines: [] };
  const lines = words.int();
  for (let i = 0; i < lines; i++) {
    const closed = words.int() === 1;
    path.lines.push({ closed, points: words.floats(2 * words.int()) });
  }
  return path;
}

/** Which drawings a list shows. */
export const drawingsOf = (list: DrawList): number[] =>
  list.layers.flatMap((layer) => layer.items.flatMap((item) => ("drawing" in item ? [item.drawing] : [])));
