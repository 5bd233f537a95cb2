import type { CanvasKit, Image, SkPicture } from "canvaskit-wasm";
import type { Drawing } from "../api/types";
import { drawingOf } from "../engine/drawings";
import { paintShape } from "./shapes";

/** One drawing, ready to paint, with its textures by step of scale. */
export interface Art {
  drawing: Drawing;
  picture: SkPicture;
  textures: Map<number, Image>;
}

const MaxTextureSide = 4096;

/** The drawings a painter has met. Drawings never change, so what was made of an id is kept. */
export class ArtStore {
  private readonly arts = new Map<string, Art>();
  private ids: string[] = [];

  constructor(private readonly kit: CanvasKit) {}

  /** Makes sure that drawings are there, by their index in the film whose ids are given. */
  async load(indices: Iterable<number>, ids: string[]): Promise<void> {
    this.ids = ids;
    const missing = [...new Set(indices)].filter((index) => ids[index] !== undefined && !this.arts.has(ids[index]));
    const drawings = await Promise.all(missing.map((index) => drawingOf(ids[index] ?? "", index)));
    for (const drawing of drawings) this.arts.set(drawing.id, await this.make(drawing));
  }

  at(index: number): Art | undefined {
    return this.arts.get(this.ids[index] ?? "");
  }

  /** The drawing as a texture at least as fine as the scale, in steps of √2, as in src/Fretsaw.Print/ArtStore.cs. */
  texture(art: Art, scale: number): Image | null {
    const step = Math.ceil(Math.log2(Math.max(scale, 1e-3)) * 2 - 1e-3);
    const kept = art.textures.get(step);
    if (kept) return kept;
    const { bounds } = art.drawing;
    const fine = Math.min(2 ** (step / 2), MaxTextureSide / Math.max(1, bounds.width, bounds.height));
    const [width, height] = [Math.max(1, Math.ceil(bounds.width * fine)), Math.max(1, Math.ceil(bounds.height * fine))];
    const surface = this.kit.MakeSurface(width, height);
    if (surface === null) return null;
    const canvas = surface.getCanvas();
    canvas.clear(this.kit.TRANSPARENT);
    canvas.scale(width / bounds.width, height / bounds.height);
    canvas.translate(-bounds.x, -bounds.y);
    canvas.drawPicture(art.picture);
    surface.flush();
    // A copy in plain memory, which any other surface can use.
    const snapshot = surface.makeImageSnapshot();
    art.textures.set(step, snapshot);
    surface.dispose();
    return snapshot;
  }

  private async make(drawing: Drawing): Promise<Art> {
    const { bounds } = drawing;
    const recorder = new this.kit.PictureRecorder();
    const canvas = recorder.beginRecording(
      this.kit.LTRBRect(bounds.x, bounds.y, bounds.x + bounds.width, bounds.y + bounds.height),
    );
    if (drawing.raster) {
      const response = await fetch(`/api/assets/${drawing.raster.asset}`);
      const image = response.ok ? this.kit.MakeImageFromEncoded(await response.arrayBuffer()) : null;
      if (image !== null) {
        const smooth = image.makeCopyWithDefaultMipmaps();
        canvas.drawImageOptions(
          smooth,
          drawing.raster.x,
          drawing.raster.y,
          this.kit.FilterMode.Linear,
          this.kit.MipmapMode.Linear,
          null,
        );
      }
    }
    for (const shape of drawing.shapes) paintShape(this.kit, canvas, shape);
    const picture = recorder.finishRecordingAsPicture();
    recorder.delete();
    return { drawing, picture, textures: new Map() };
  }
}
