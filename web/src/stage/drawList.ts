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

export interface DrawItem {
  drawing: number;
  opacity: number;
  matrix: Float32Array;
  mesh: { positions: Float32Array; onArt: Float32Array; indices: Int32Array } | null;
}

export interface DrawLayer {
  homography: Float32Array;
  opacity: number;
  sigma: number;
  items: DrawItem[];
}

export interface DrawList {
  width: number;
  height: number;
  backdrop: number;
  layers: DrawLayer[];
}

export function readDrawList(bytes: Uint8Array): DrawList {
  const words = new DrawListReader(bytes);
  if (words.int() !== 0x4c445346 || words.int() !== 1) throw new Error("This is no draw list.");
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

function readItem(words: DrawListReader): DrawItem {
  const kind = words.int();
  const item: DrawItem = { drawing: words.int(), opacity: words.float(), matrix: words.floats(6), mesh: null };
  if (kind === 2) {
    const [vertices, indices] = [words.int(), words.int()];
    item.mesh = {
      positions: words.floats(2 * vertices),
      onArt: words.floats(2 * vertices),
      indices: words.ints(indices),
    };
  }
  return item;
}
