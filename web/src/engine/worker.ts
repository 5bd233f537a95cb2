/// <reference lib="webworker" />
import { packFilm, packShot } from "./packedKeys";
import type { EngineExports, Method, Request, Response } from "./protocol";

/** The core in its worker: starts .NET once, then answers calls one after the other. */
async function start(): Promise<EngineExports> {
  const path = "/engine/_framework/dotnet.js";
  const { dotnet } = await import(/* @vite-ignore */ path);
  const runtime = await dotnet.create();
  const exports = await runtime.getAssemblyExports("Fretsaw.Browser");
  return exports.Fretsaw.Browser.Engine as EngineExports;
}

const say = (response: Response, transfer: Transferable[] = []) => self.postMessage(response, { transfer });
const fail = (problem: unknown) => say({ start: "failed", problem: message(problem) });

const engine = start();
// Where a part of the core does not arrive, .NET may never say so: it is left with a promise that nobody catches.
const lost = (event: PromiseRejectionEvent) => fail(event.reason);
self.addEventListener("unhandledrejection", lost);
engine.then(() => {
  self.removeEventListener("unhandledrejection", lost);
  say({ start: "ready" });
}, fail);

// As a listener and not as self.onmessage: where that is set, .NET takes the worker for one of its own threads.
self.addEventListener("message", async ({ data }: MessageEvent<Request>) => {
  try {
    const value = call(await engine, data.method, data.args);
    say({ id: data.id, value }, value instanceof Uint8Array ? [value.buffer] : []);
  } catch (problem) {
    say({ id: data.id, problem: message(problem) });
  }
});

/** A frame arrives as a view of the core's memory: copied out and let go. */
function call(engine: EngineExports, method: Method, args: unknown[]): unknown {
  if (method === "Open") return engine.Open(...packFilm(args[0] as string));
  if (method === "ReadShot") return engine.ReadShot(...packShot(args[0] as string));
  const run = engine[method] as (...args: unknown[]) => unknown;
  const value = run(...args);
  if (method !== "Frame") return value;
  const view = value as ReturnType<EngineExports["Frame"]>;
  const bytes = view.slice();
  view.dispose();
  return bytes;
}

/** The core's sentence, without the runtime's stack. */
function message(problem: unknown): string {
  return problem instanceof Error ? (problem.message.split("\n")[0] ?? "") : String(problem);
}
