/** A picture of a frame, and what it was painted from. */
interface Kept {
  picture: ImageBitmap;
  /** Of the draw list. */
  mark: number;
  /** The state of what the core shows in which the list is known to be this one. */
  revision: number;
}

/** Where frames are wanted: from one on, first those that come. */
export interface Near {
  frame: number;
  length: number;
  /** While it plays those behind are the last that are wanted; while it stands they are about as near. */
  playing: boolean;
}

/** How long until a frame is wanted, in frames. */
export function distance({ frame, length, playing }: Near, other: number): number {
  const ahead = (other - frame + length) % length;
  return playing ? ahead : Math.min(ahead, (length - ahead) * 2);
}

/** How many frames are wanted before one. */
function wantedBefore(near: Near, frame: number): number {
  const until = distance(near, frame);
  let count = 0;
  for (let other = 1; other <= near.length; other++) {
    const when = distance(near, other);
    if (when < until || (when === until && other < frame)) count++;
  }
  return count;
}

/**
 * Pictures of one shot at one size. When what the core shows has changed none is thrown away: a frame's new list tells whether its picture still holds. Beyond
 * a bound of bytes those go that are wanted last.
 */
export class FrameStore {
  private readonly kept = new Map<number, Kept>();
  private key = "";
  private bytesEach = 0;

  /** @param most bytes that may be kept. */
  constructor(public most: number) {}

  /** Another shot or another size lets everything go. */
  open(key: string, bytesEach: number): void {
    if (key === this.key) return;
    for (const { picture } of this.kept.values()) picture.close();
    this.kept.clear();
    [this.key, this.bytesEach] = [key, bytesEach];
  }

  /** The frames that are sure as the core stands. */
  sure(revision: number): Set<number> {
    return new Set([...this.kept].flatMap(([frame, one]) => (one.revision === revision ? [frame] : [])));
  }

  /** The picture, if it is known to hold. */
  at(frame: number, revision: number): ImageBitmap | null {
    const one = this.kept.get(frame);
    return one?.revision === revision ? one.picture : null;
  }

  /** The picture, if the frame's list is the one that it was painted from; it holds from now on. */
  confirm(frame: number, mark: number, revision: number): ImageBitmap | null {
    const one = this.kept.get(frame);
    if (one?.mark !== mark) return null;
    one.revision = revision;
    return one.picture;
  }

  /** @returns false when there was no room for it: then it is the caller's. */
  keep(frame: number, picture: ImageBitmap, mark: number, revision: number, near: Near): boolean {
    this.drop(frame);
    while ((this.kept.size + 1) * this.bytesEach > this.most) {
      const last = this.wantedLast(near);
      if (last === null || distance(near, last) <= distance(near, frame)) return false;
      this.drop(last);
    }
    this.kept.set(frame, { picture, mark, revision });
    return true;
  }

  /**
   * The frame that is wanted next and is not sure yet; null when there is none, or no room for it.
   *
   * @param under frames that are being painted.
   */
  next(near: Near, revision: number, under: ReadonlySet<number>): number | null {
    let next: number | null = null;
    for (let frame = 1; frame <= near.length; frame++) {
      if (this.at(frame, revision) !== null || under.has(frame)) continue;
      if (next === null || distance(near, frame) < distance(near, next)) next = frame;
    }
    const room = Math.max(1, Math.floor(this.most / Math.max(1, this.bytesEach)));
    return next !== null && wantedBefore(near, next) < room ? next : null;
  }

  private wantedLast(near: Near): number | null {
    let last: number | null = null;
    for (const frame of this.kept.keys())
      if (last === null || distance(near, frame) > distance(near, last)) last = frame;
    return last;
  }

  private drop(frame: number): void {
    this.kept.get(frame)?.picture.close();
    this.kept.delete(frame);
  }
}
