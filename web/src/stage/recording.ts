import { drawingsOf, readDrawList } from "./drawList";
import { kit as starting } from "./kit";
import { LayerPainter } from "./layerPainter";

let painter: Promise<LayerPainter> | null = null;

/** Paints a draw list into a record of commands and drops it: all of a painter's work but the filling of pixels, for the benchmark. */
export async function paintUnfilled(bytes: Uint8Array, drawingIds: string[]): Promise<void> {
  painter ??= starting.then((kit) => new LayerPainter(kit));
  const layers = await painter;
  const list = readDrawList(bytes);
  await layers.art.load(drawingsOf(list), drawingIds);
  const recorder = new layers.kit.PictureRecorder();
  const canvas = recorder.beginRecording(Float32Array.of(0, 0, list.width, list.height));
  for (const layer of list.layers) layers.layer(canvas, layer, 1);
  recorder.finishRecordingAsPicture().delete();
  recorder.delete();
}
