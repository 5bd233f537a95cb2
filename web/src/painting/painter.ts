import { drawingOf } from "../engine/drawings";
import type { FromPage, ToPage } from "./protocol";

/** Draw list → picture, in a worker of its own: painting never keeps the page waiting. */
export class Painter {
  private readonly worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
  private readonly waiting = new Map<
    number,
    { resolve: (picture: ImageBitmap) => void; reject: (problem: Error) => void }
  >();
  private last = 0;
  private ids: string[] = [];

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<ToPage>) => void this.hear(data);
  }

  /**
   * @param list given away.
   * @param ids of the film's drawings, by which a list's indices are understood.
   */
  paint(list: Uint8Array, ids: string[]): Promise<ImageBitmap> {
    const id = ++this.last;
    const news = ids === this.ids ? null : ids;
    this.ids = ids;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker.postMessage({ kind: "paint", id, list, ids: news } satisfies FromPage, [list.buffer]);
    });
  }

  private async hear(said: ToPage): Promise<void> {
    if (said.kind === "want") {
      const { id } = said;
      this.worker.postMessage(
        await drawingOf(id, said.index).then(
          (drawing): FromPage => ({ kind: "drawing", drawing }),
          (problem): FromPage => ({ kind: "noDrawing", id, problem: String(problem) }),
        ),
      );
      return;
    }
    const caller = this.waiting.get(said.id);
    this.waiting.delete(said.id);
    if (said.kind === "picture") caller?.resolve(said.picture);
    else caller?.reject(new Error(said.problem));
  }
}
