import CanvasKitInit, { type CanvasKit } from "canvaskit-wasm";
import wasm from "canvaskit-wasm/bin/canvaskit.wasm?url";

/** CanvasKit, started once. */
export const kit: Promise<CanvasKit> = CanvasKitInit({ locateFile: () => wasm });
