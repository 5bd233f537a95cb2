import type { DrawList } from "./drawList.generated";
import type { Kit } from "./kit";
import { Sheet } from "./sheets";

/**
 * What lies behind the first node that changed, from one picture to the next: while the camera stands still, or while something is
 * dragged, scenery is laid once. src/Fretsaw.Print/KeptBack.cs does the same in prints.
 */
export class KeptBack {
  private readonly back: Sheet;
  private last: Uint32Array = new Uint32Array(0);
  /** Nodes that the kept sheet shows. */
  private kept = 0;
  private keptEnd = 0;
  private same = 0;

  constructor(private readonly kit: Kit) {
    this.back = new Sheet(kit);
  }

  /** What the list's numbers mean has changed: drawings are others. */
  forget(): void {
    [this.kept, this.last] = [0, new Uint32Array(0)];
  }

  /** @returns how many nodes the frame shows already. */
  begin(bytes: Uint8Array, frame: Sheet): number {
    const words = new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.byteLength >> 2);
    this.same = 4 * commonPrefix(words, this.last);
    this.last = words;
    if (this.kept === 0 || this.same < this.keptEnd) {
      this.kept = 0;
      return 0;
    }
    this.copy(this.back, frame);
    return this.kept;
  }

  /** A node is painted: the last one before what changed is kept. */
  passed(list: DrawList, node: number, frame: Sheet): void {
    const [end, next] = [list.ends[node] ?? 0, list.ends[node + 1]];
    if (node < this.kept || end > this.same || (next !== undefined && next <= this.same)) return;
    this.back.resize(frame.width, frame.height);
    this.copy(frame, this.back);
    [this.kept, this.keptEnd] = [node + 1, end];
  }

  private copy(from: Sheet, into: Sheet): void {
    const { kernels } = this.kit;
    const bytes = from.stride * from.height;
    kernels.bytes(into.at, bytes).set(kernels.bytes(from.at, bytes));
  }
}

/** How many words at the beginning are the same. */
export function commonPrefix(a: Uint32Array, b: Uint32Array): number {
  const most = Math.min(a.length, b.length);
  let i = 0;
  while (i < most && a[i] === b[i]) i++;
  return i;
}
