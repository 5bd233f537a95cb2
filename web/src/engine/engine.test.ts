import { beforeEach, expect, test, vi } from "vitest";
import type { Gesture } from "../api/types";
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
  onmessage: (event: { data: unknown }) => void = () => undefined;

  constructor() {
    SlowWorker.made = this;
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
      const value = method === "Ask" ? '{"from":"worker"}' : method === "End" ? "" : new Uint8Array([2]);
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
