import type { AnswerTo, Drawing, Edit, FilmChange, Gesture, Point, Question, View, Wish } from "../api/types";
import { words } from "../words/film";
import type { Look } from "./look";
import type { Answer, Method, Request, Response } from "./protocol";
import { StandIn } from "./standIn";

/** With as few as this, starting the worker beside the page takes the first picture's time. */
const FewCores = 2;

/** Milliseconds until a core that could not be fetched is fetched again. */
const Again = 1000;

/**
 * The engine's face on this side of the worker: every call is answered in the order it was made. While the worker still
 * starts and reads the film, the core on the server stands in.
 */
class Engine {
  /** Answers until the worker has the film; null when it has. */
  private standIn: StandIn | null = null;
  private worker: Worker | null = null;
  private ready = false;
  private readonly waiting = new Map<number, { resolve: (value: unknown) => void; reject: (problem: Error) => void }>();
  /** What is asked before the worker is ready. */
  private readonly early: Request[] = [];
  private last = 0;
  /** The end of the drag that was let go last, while it is on its way. */
  private ending: Promise<unknown> | null = null;

  constructor() {
    if (navigator.hardwareConcurrency > FewCores) this.start();
  }

  /** Called again once the first picture is there, for machines where the worker would slow that down. */
  start(): void {
    if (this.worker !== null) return;
    const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<Response>) => {
      if ("id" in data) this.answered(data);
      else if (data.start === "ready") this.started(worker);
      else this.startAgain(worker, data.problem);
    };
    worker.onerror = ({ message }) => this.startAgain(worker, message ?? words.scriptMissing);
  }

  private answered({ id, value, problem }: Answer): void {
    const caller = this.waiting.get(id);
    this.waiting.delete(id);
    if (problem === undefined) caller?.resolve(value);
    else caller?.reject(new Error(problem));
  }

  private started(worker: Worker): void {
    this.ready = true;
    for (const request of this.early.splice(0)) worker.postMessage(request);
  }

  /** The server was away while the core was fetched from it: whoever asked waits until it comes. */
  private startAgain(worker: Worker, problem: string): void {
    if (this.ready || this.worker !== worker) return;
    console.warn(words.coreNotStarted(problem));
    worker.terminate();
    this.worker = null;
    setTimeout(() => this.start(), Again);
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

  /** Returns what the edit changed. A worker that still reads the film makes it after that, and is not waited for. */
  apply = async (edit: Edit, seq: number): Promise<FilmChange> => {
    const made = this.call<string>("Apply", JSON.stringify(edit));
    if (this.standIn !== null) made.catch(report);
    return this.stoodIn(this.standIn?.changeBy(seq), async () => JSON.parse(await made) as FilmChange);
  };
  readShot = async (text: string): Promise<void> => {
    const read = this.call<void>("ReadShot", text);
    if (this.standIn === null) await read;
    else read.catch(report);
  };
  drawing = async (index: number) => JSON.parse(await this.call<string>("Drawing", index)) as Drawing;
  /** A draft takes less work, and bent art is a little off: for frames that are passed by. A server that does not answer is not waited for. */
  frame = (view: View, frame: number, look: Look, draft = false): Promise<Uint8Array> =>
    this.stoodIn(this.standIn?.frame(view, frame, look), () =>
      this.call<Uint8Array>("Frame", JSON.stringify(view), frame, draft, JSON.stringify(look)),
    );
  /** A drag is let go whose end is still on its way: whatever is wished or dragged next is so of what it leaves behind. */
  letGo = (ended: Promise<unknown>): void => {
    const over = () => {
      if (this.ending === ending) this.ending = null;
    };
    const ending: Promise<unknown> = ended.then(over, over);
    this.ending = ending;
  };
  work = async (wish: Wish) => {
    if (this.ending !== null) await this.ending;
    return this.standIn?.workOut(wish) ?? (JSON.parse(await this.call<string>("Work", JSON.stringify(wish))) as Edit);
  };
  begin = async (gesture: Gesture) => {
    if (this.ending !== null) await this.ending;
    if (this.standIn !== null && StandIn.takes(gesture)) this.standIn.begin(gesture);
    else await this.call<void>("Begin", JSON.stringify(gesture));
  };
  move = async (to: Point) => {
    if (this.standIn?.dragged) this.standIn.move(to);
    else await this.call<void>("Move", to.x, to.y);
  };
  preview = (edit: Edit) => this.call<void>("Preview", JSON.stringify(edit));
  cancel = async () => {
    if (this.standIn?.take()) return;
    const cancelled = this.call<void>("Cancel");
    if (this.standIn === null) await cancelled;
    else cancelled.catch(report);
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

  /** The stand-in's answer; where there is none, or the server does not give it, the worker's, which then has to be there. */
  private stoodIn<T>(answer: Promise<T> | undefined, ours: () => Promise<T>): Promise<T> {
    return (
      answer?.catch(() => {
        this.start();
        return ours();
      }) ?? ours()
    );
  }

  private call<T>(method: Method, ...args: unknown[]): Promise<T> {
    const id = ++this.last;
    return new Promise<T>((resolve, reject) => {
      this.waiting.set(id, { resolve: resolve as (value: unknown) => void, reject });
      const request: Request = { id, method, args };
      if (this.ready) this.worker?.postMessage(request);
      else this.early.push(request);
    });
  }
}

/** What the worker alone failed at: the server has done it, and nobody waits. */
const report = (problem: unknown) => console.error(problem);

export const engine = new Engine();
