import type { AnswerTo, Drawing, Edit, FilmChange, Gesture, Point, Question, View, Wish } from "../api/types";
import type { Look } from "./look";
import type { Method, Request, Response } from "./protocol";
import { StandIn } from "./standIn";

/** With as few as this, starting the worker beside the page takes the first picture's time. */
const FewCores = 2;

/**
 * The engine's face on this side of the worker: every call is answered in the order it was made. While the worker still
 * starts and reads the film, the core on the server stands in.
 */
class Engine {
  /** Answers until the worker has the film; null when it has. */
  private standIn: StandIn | null = null;
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
    const standIn = new StandIn(filmId);
    this.standIn = standIn;
    await this.call<void>("Open", filmText);
    await this.takeOver(standIn);
  }

  /** The worker has the film, and goes on with a drag that has begun meanwhile. */
  private async takeOver(standIn: StandIn): Promise<void> {
    while (this.standIn === standIn) {
      const begun = standIn.dragged;
      if (begun === null) {
        this.standIn = null;
        return;
      }
      await this.call<void>("Begin", JSON.stringify(begun.gesture));
      if (standIn.dragged?.gesture === begun.gesture) {
        const { to } = standIn.dragged;
        this.standIn = null;
        await this.move(to);
      } else {
        // Over already, or another one by now.
        await this.call<void>("Cancel");
      }
    }
  }

  /** Returns what the edit changed. */
  apply = async (edit: Edit) => JSON.parse(await this.call<string>("Apply", JSON.stringify(edit))) as FilmChange;
  readShot = (text: string) => this.call<void>("ReadShot", text);
  drawing = async (index: number) => JSON.parse(await this.call<string>("Drawing", index)) as Drawing;
  /** A draft takes less work, and bent art is a little off: for frames that are passed by. A server that does not answer is not waited for. */
  frame = (view: View, frame: number, look: Look, draft = false): Promise<Uint8Array> => {
    const ours = () => this.call<Uint8Array>("Frame", JSON.stringify(view), frame, draft, JSON.stringify(look));
    return this.standIn?.frame(view, frame, look).catch(ours) ?? ours();
  };
  work = async (wish: Wish) => JSON.parse(await this.call<string>("Work", JSON.stringify(wish))) as Edit;
  begin = async (gesture: Gesture) => {
    if (this.standIn !== null && StandIn.takes(gesture)) this.standIn.begin(gesture);
    else await this.call<void>("Begin", JSON.stringify(gesture));
  };
  move = async (to: Point) => {
    if (this.standIn?.dragged) this.standIn.move(to);
    else await this.call<void>("Move", to.x, to.y);
  };
  preview = (edit: Edit) => this.call<void>("Preview", JSON.stringify(edit));
  cancel = async () => {
    if (!this.standIn?.take()) await this.call<void>("Cancel");
  };
  tryEdit = (view: View, edit: Edit) => this.call<void>("Try", JSON.stringify(view), JSON.stringify(edit));
  keepOnlyDials = () => this.call<void>("KeepOnlyDials");
  stopTrying = () => this.call<void>("StopTrying");
  timeEvaluation = (view: View, frames: number) => this.call<number[]>("TimeEvaluation", JSON.stringify(view), frames);

  /** The edit that the gesture makes; null when it makes none. */
  end = async () => {
    if (this.standIn?.dragged) return this.standIn.end();
    const edit = await this.call<string>("End");
    return edit === "" ? null : (JSON.parse(edit) as Edit);
  };

  ask = async <Q extends Question>(question: Q) =>
    this.standIn?.ask(question) ??
    (JSON.parse(await this.call<string>("Ask", JSON.stringify(question))) as AnswerTo<Q["kind"]>);

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
