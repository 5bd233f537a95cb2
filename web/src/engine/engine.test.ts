import { beforeEach, expect, test, vi } from "vitest";
import type { Gesture, Wish } from "../api/types";
import { whole } from "./look";
import type { Request } from "./protocol";

/** What reached the server and what reached the worker. */
const wire = vi.hoisted(() => ({ server: [] as string[] }));

vi.mock("../api/client", () => ({
  drawList: async (_: string, __: unknown, frame: number, ___: unknown, dragged: { to: { x: number } } | null) => {
    wire.server.push(`frame ${frame}${dragged ? ` dragged to ${dragged.to.x}` : ""}`);
    return new Uint8Array([1]);
  },
  api: {
    ask: async () => {
      wire.server.push("ask");
      return { from: "server" };
    },
    askDragged: async (_: string, dragged: { to: { x: number } }) => {
      wire.server.push(`ask dragged to ${dragged.to.x}`);
      return { from: "server" };
    },
    changeBy: async (_: string, edit: number) => {
      wire.server.push(`change by ${edit}`);
      return { from: "server" };
    },
    workOut: async () => {
      wire.server.push("work out");
      return { kind: "setKeys" };
    },
    drag: async (_: string, dragged: { to: { x: number } }) => {
      wire.server.push(`end at ${dragged.to.x}`);
      return { kind: "setKeys" };
    },
  },
}));

/** A worker that answers when it is told to. */
class SlowWorker {
  static made: SlowWorker;
  readonly asked: string[] = [];
  private readonly waiting: Request[] = [];
  private awake = false;
  gone = false;
  onmessage: (event: { data: unknown }) => void = () => undefined;
  onerror: (event: { message: string }) => void = () => undefined;

  constructor() {
    SlowWorker.made = this;
  }

  terminate(): void {
    this.gone = true;
  }

  ready(): void {
    this.onmessage({ data: { start: "ready" } });
  }

  postMessage(request: Request): void {
    this.waiting.push(request);
    if (this.awake) this.answer();
  }

  wake(): void {
    this.awake = true;
    this.answer();
  }

  private answer(): void {
    for (const { id, method, args } of this.waiting.splice(0)) {
      this.asked.push(method === "Move" ? `Move ${args[0]}` : method);
      const value =
        method === "Ask" || method === "Apply" ? '{"from":"worker"}' : method === "End" ? "" : new Uint8Array([2]);
      queueMicrotask(() => this.onmessage({ data: { id, value } }));
    }
  }
}

vi.stubGlobal("Worker", SlowWorker);
vi.stubGlobal("navigator", { hardwareConcurrency: 8 });
const { engine } = await import("./engine");

const view = { shot: "s" };
const overlay = { kind: "overlay", view, frame: 1 } as const;
const gesture = {
  view,
  frame: 1,
  grip: { kind: "Turn", thing: "a", owner: "u" },
  from: { x: 0, y: 0 },
  trying: false,
} as unknown as Gesture;

SlowWorker.made.ready();

/** The one engine of a page, with a film that it has begun to open. */
async function opening(): Promise<{ worker: SlowWorker; opened: Promise<void> }> {
  const worker = SlowWorker.made;
  Reflect.set(worker, "awake", false);
  worker.asked.length = 0;
  return { worker, opened: engine.open("f", "{}") };
}

beforeEach(() => {
  wire.server.length = 0;
});

test("while the worker starts the server looks; afterwards it is asked no more", async () => {
  const { worker, opened } = await opening();
  expect(await engine.frame(view, 3, whole(96, 54))).toEqual(new Uint8Array([1]));
  expect(await engine.ask(overlay)).toEqual({ from: "server" });
  worker.wake();
  await opened;
  expect(await engine.frame(view, 4, whole(96, 54))).toEqual(new Uint8Array([2]));
  expect(await engine.ask(overlay)).toEqual({ from: "worker" });
  expect(wire.server).toEqual(["frame 3", "ask"]);
  expect(worker.asked).toEqual(["Open", "Frame", "Ask"]);
});

test("a drag from press to release needs no worker", async () => {
  const { worker, opened } = await opening();
  await engine.begin(gesture);
  await engine.move({ x: 5, y: 0 });
  await engine.frame(view, 1, whole(96, 54));
  await engine.ask(overlay);
  await engine.move({ x: 8, y: 0 });
  expect(await engine.end()).toEqual({ kind: "setKeys" });
  await engine.frame(view, 1, whole(96, 54));
  expect(wire.server).toEqual(["frame 1 dragged to 5", "ask dragged to 5", "end at 8", "frame 1"]);
  worker.wake();
  await opened;
  expect(worker.asked).toEqual(["Open"]);
});

test("an edit is worked out and shown without the worker, which makes it once it has read the film", async () => {
  const { worker, opened } = await opening();
  const edit = await engine.work({ kind: "keyPose" } as Wish);
  expect(await engine.apply(edit, 7)).toEqual({ from: "server" });
  await engine.cancel();
  await engine.readShot("{}");
  expect(wire.server).toEqual(["work out", "change by 7"]);
  worker.wake();
  await opened;
  expect(await engine.apply(edit, 8)).toEqual({ from: "worker" });
  expect(worker.asked).toEqual(["Open", "Apply", "Cancel", "ReadShot", "Apply"]);
  expect(wire.server).toHaveLength(2);
});

test("a drag under way is taken over where it stands", async () => {
  const { worker, opened } = await opening();
  await engine.begin(gesture);
  await engine.move({ x: 5, y: 0 });
  worker.wake();
  await opened;
  await engine.move({ x: 9, y: 0 });
  expect(await engine.end()).toBeNull();
  expect(worker.asked).toEqual(["Open", "Begin", "Move 5", "Move 9", "End"]);
  expect(wire.server).toEqual([]);
});

test("a drag that is begun before the one before it has ended waits for that", async () => {
  const { worker, opened } = await opening();
  worker.wake();
  await opened;
  let over = () => {};
  const first = new Promise<void>((resolve) => {
    over = resolve;
  });
  engine.letGo(first.then(() => engine.end()));
  const begun = engine.begin(gesture);
  const wished = engine.work({ kind: "keyPose" } as Wish).catch(() => null);
  await Promise.resolve();
  expect(worker.asked).toEqual(["Open"]);
  over();
  await Promise.all([begun, wished]);
  expect(worker.asked).toEqual(["Open", "End", "Begin", "Work"]);
});

test("a drag that is dropped meanwhile is gone", async () => {
  const { worker, opened } = await opening();
  await engine.begin(gesture);
  await engine.cancel();
  await engine.frame(view, 1, whole(96, 54));
  worker.wake();
  await opened;
  expect(worker.asked).toEqual(["Open"]);
  expect(wire.server).toEqual(["frame 1"]);
});

test("brushes, and what is only tried, wait for the worker", async () => {
  const { worker, opened } = await opening();
  const begun = [engine.begin({ ...gesture, trying: true }), engine.move({ x: 1, y: 1 })];
  worker.wake();
  await Promise.all([...begun, opened]);
  expect(worker.asked).toEqual(["Open", "Begin", "Move 1"]);
  expect(wire.server).toEqual([]);
});

test("a film that is opened over another is not answered for by the first one's worker", async () => {
  const { worker, opened } = await opening();
  const second = engine.open("g", "{}");
  worker.wake();
  await Promise.all([opened, second]);
  expect(await engine.ask(overlay)).toEqual({ from: "worker" });
  expect(worker.asked.slice(0, 2)).toEqual(["Open", "Open"]);
});

test("a core that could not be fetched is fetched again, and answers what was asked meanwhile", async () => {
  vi.useFakeTimers();
  vi.resetModules();
  const warned = vi.spyOn(console, "warn").mockReturnValue();
  const { engine } = await import("./engine");
  const first = SlowWorker.made;
  const answer = engine.ask(overlay);

  // Its script did not arrive.
  first.onerror({ message: "Script error" });
  await vi.advanceTimersByTimeAsync(1000);
  const second = SlowWorker.made;
  expect([first.gone, second !== first]).toEqual([true, true]);

  // Several parts of it did not: it is started once.
  for (let part = 0; part < 3; part++) second.onmessage({ data: { start: "failed", problem: "Failed to fetch" } });
  await vi.advanceTimersByTimeAsync(1000);
  const third = SlowWorker.made;
  expect([second.gone, third !== second, third.gone]).toEqual([true, true, false]);

  third.wake();
  expect(third.asked).toEqual([]);
  third.ready();
  expect(await answer).toEqual({ from: "worker" });

  // What goes wrong afterwards is not a start.
  third.onerror({ message: "late" });
  await vi.advanceTimersByTimeAsync(5000);
  expect(SlowWorker.made).toBe(third);
  expect(warned).toHaveBeenCalledTimes(2);
  vi.useRealTimers();
});
