import type { SoftSheet } from "./sheets";

/** What they may take together. */
const MostBytes = 64 * 1024 * 1024;

/**
 * Softened boards of groups that are the same as in the picture before, by key and place. What two pictures running showed is kept for
 * the third, so that what moves all the time costs no memory. src/Fretsaw.Print/KeptBoards.cs does the same in prints.
 */
export class KeptBoards<Board extends Pick<SoftSheet, "bytes"> = SoftSheet> {
  private readonly kept = new Map<string, Board>();
  private last = new Set<string>();
  private now = new Set<string>();

  get bytes(): number {
    return [...this.kept.values()].reduce((sum, board) => sum + board.bytes, 0);
  }

  /** @returns undefined when it has to be painted. */
  find(key: string): Board | undefined {
    this.now.add(key);
    return this.kept.get(key);
  }

  /** @returns whether the board is kept, and no longer its painter's. */
  keep(key: string, board: Board): boolean {
    if (!this.last.has(key) || this.kept.has(key) || this.bytes + board.bytes > MostBytes) return false;
    this.kept.set(key, board);
    return true;
  }

  /** What this picture did not show is free for other boards. */
  endPicture(free: Board[]): void {
    for (const [key, board] of this.kept) {
      if (this.now.has(key)) continue;
      this.kept.delete(key);
      free.push(board);
    }
    [this.last, this.now] = [this.now, new Set()];
  }

  /** Drawings are others than before: the same key stands for something else. */
  forget(free: Board[]): void {
    free.push(...this.kept.values());
    this.kept.clear();
    this.last.clear();
  }
}
