import { api, drawList } from "../api/client";
import type { AnswerTo, Drawing, Edit, FilmChange, Gesture, Point, Question, View, Wish } from "../api/types";
import type { Method, Request, Response } from "./protocol";

/** With as few as this, starting the worker beside the page takes the first picture's time. */
const FewCores = 2;

/**
 * The engine's face on this side of the worker: every call is answered in the order it was made. While the worker still
 * starts and reads the film, the core on the server answers what only looks.
 */
class Engine {
  /** The film that the server answers for until the worker has it; null when it has. */
  private starting: string | null = null;
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, { resolve: (value: unknown) => void; reject: (problem: Error) => void }>();
  private readonly early: Request[] = [];
  private last = 0;

  constructor() {
    if (navigator.hardwareConcurrency > FewCores) this.start();
  }

  /** Called again once the first picture is there, for machines where the worker would slow that down. */
  start(): void {
    if (this.worker !== null) return;
    this.worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
    this.worker.onmessage = ({ data }: MessageEvent<Response>) => {
      const caller = this.waiting.get(data.id);
      this.waiting.delete(data.id);
      if (data.problem === undefined) caller?.resolve(data.value);
      else caller?.reject(new Error(data.problem));
    };
    for (const request of this.early.splice(0)) this.worker.postMessage(request);
  }

  async open(filmId: string, filmText: string): Promise<void> {
    this.starting = filmId;
    await this.call<void>("Open", filmText);
    if (this.starting === filmId) this.starting = null;
  }

  /** Returns what the edit changed. */
  apply = async (edit: Edit) => JSON.parse(await this.call<string>("Apply", JSON.stringify(edit))) as FilmChange;
  readShot = (text: string) => this.call<void>("ReadShot", text);
  drawing = async (index: number) => JSON.parse(await this.call<string>("Drawing", index)) as Drawing;
  frame = (view: View, frame: number): Promise<Uint8Array> =>
    this.starting === null ? this.call("Frame", JSON.stringify(view), frame) : drawList(this.starting, view, frame);
  work = async (wish: Wish) => JSON.parse(await this.call<string>("Work", JSON.stringify(wish))) as Edit;
  begin = (gesture: Gesture) => this.call<void>("Begin", JSON.stringify(gesture));
  move = (to: Point) => this.call<void>("Move", to.x, to.y);
  preview = (edit: Edit) => this.call<void>("Preview", JSON.stringify(edit));
  cancel = () => this.call<void>("Cancel");
  tryEdit = (view: View, edit: Edit) => this.call<void>("Try", JSON.stringify(view), JSON.stringify(edit));
  keepOnlyDials = () => this.call<void>("KeepOnlyDials");
  stopTrying = () => this.call<void>("StopTrying");
  timeEvaluation = (view: View, frames: number) => this.call<number[]>("TimeEvaluation", JSON.stringify(view), frames);

  /** The edit that the gesture makes; null when it makes none. */
  end = async () => {
    const edit = await this.call<string>("End");
    return edit === "" ? null : (JSON.parse(edit) as Edit);
  };

  ask = async <Q extends Question>(question: Q) =>
    (this.starting === null
      ? JSON.parse(await this.call<string>("Ask", JSON.stringify(question)))
      : await api.ask(this.starting, question)) as AnswerTo<Q["kind"]>;

  private call<T>(method: Method, ...args: unknown[]): Promise<T> {
    const id = ++this.last;
    return new Promise<T>((resolve, reject) => {
      this.waiting.set(id, { resolve: resolve as (value: unknown) => void, reject });
      const request: Request = { id, method, args };
      if (this.worker === null) this.early.push(request);
      else this.worker.postMessage(request);
    });
  }
}

export const engine = new Engine();
