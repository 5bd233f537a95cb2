import CanvasKitInit, { type CanvasKit } from "canvaskit-wasm";
import wasm from "canvaskit-wasm/bin/canvaskit.wasm?url";
import { type Kernels, startKernels } from "./kernels";

/** CanvasKit, and the kernels on the same memory: what one paints, the other lays, and nothing is copied. */
export interface Kit {
  kit: CanvasKit;
  kernels: Kernels;
}

export async function startKit(): Promise<Kit> {
  const [kit, memory] = await listening(() => CanvasKitInit({ locateFile: () => wasm }));
  return { kit, kernels: await startKernels(kit, memory) };
}

/** CanvasKit keeps its memory to itself, so whoever instantiates it is listened to. */
async function listening<T>(start: () => Promise<T>): Promise<[T, WebAssembly.Memory]> {
  const { instantiate, instantiateStreaming } = WebAssembly;
  const found: WebAssembly.Memory[] = [];
  const listen = (result: WebAssembly.WebAssemblyInstantiatedSource | WebAssembly.Instance) => {
    const instance = "instance" in result ? result.instance : result;
    for (const value of Object.values(instance.exports)) if (value instanceof WebAssembly.Memory) found.push(value);
    return result;
  };
  const wrap = <F extends (...args: never[]) => Promise<WebAssembly.WebAssemblyInstantiatedSource>>(call: F) =>
    ((...args) => call.apply(WebAssembly, args).then(listen)) as F;
  WebAssembly.instantiate = wrap(instantiate as never);
  WebAssembly.instantiateStreaming = wrap(instantiateStreaming);
  try {
    const started = await start();
    const [memory] = found;
    if (memory === undefined) throw new Error("CanvasKit has no memory that could be shared.");
    return [started, memory];
  } finally {
    Object.assign(WebAssembly, { instantiate, instantiateStreaming });
  }
}
