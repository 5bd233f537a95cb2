import type { AnswerTo, Drawing, Edit, Film, Gesture, Point, Question, View, Wish } from "../api/types";
import type { Method, Request, Response } from "./protocol";

/** The engine's face on this side of the worker: every call is answered in the order it was made. */
class Engine {
  private readonly worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
  private readonly waiting = new Map<number, { resolve: (value: unknown) => void; reject: (problem: Error) => void }>();
  private last = 0;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<Response>) => {
      const caller = this.waiting.get(data.id);
      this.waiting.delete(data.id);
      if (data.problem === undefined) caller?.resolve(data.value);
      else caller?.reject(new Error(data.problem));
    };
  }

  open = (filmText: string) => this.call<void>("Open", filmText);
  apply = (edit: Edit) => this.call<void>("Apply", JSON.stringify(edit));
  outline = async () => JSON.parse(await this.call<string>("Outline")) as Film;
  drawing = async (index: number) => JSON.parse(await this.call<string>("Drawing", index)) as Drawing;
  frame = (view: View, frame: number) => this.call<Uint8Array>("Frame", JSON.stringify(view), frame);
  work = async (wish: Wish) => JSON.parse(await this.call<string>("Work", JSON.stringify(wish))) as Edit;
  begin = (gesture: Gesture) => this.call<void>("Begin", JSON.stringify(gesture));
  move = (to: Point) => this.call<void>("Move", to.x, to.y);
  preview = (edit: Edit) => this.call<void>("Preview", JSON.stringify(edit));
  cancel = () => this.call<void>("Cancel");
  stopTrying = () => this.call<void>("StopTrying");
  timeEvaluation = (view: View, rounds: number) => this.call<number>("TimeEvaluation", JSON.stringify(view), rounds);

  /** The edit that the gesture makes; null when it makes none. */
  end = async () => {
    const edit = await this.call<string>("End");
    return edit === "" ? null : (JSON.parse(edit) as Edit);
  };

  ask = async <Q extends Question>(question: Q) =>
    JSON.parse(await this.call<string>("Ask", JSON.stringify(question))) as AnswerTo<Q["kind"]>;

  private call<T>(method: Method, ...args: unknown[]): Promise<T> {
    const id = ++this.last;
    return new Promise<T>((resolve, reject) => {
      this.waiting.set(id, { resolve: resolve as (value: unknown) => void, reject });
      this.worker.postMessage({ id, method, args } satisfies Request);
    });
  }
}

export const engine = new Engine();
