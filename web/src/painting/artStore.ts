import type { Image, SkPicture } from "canvaskit-wasm";
import type { Drawing } from "../api/types";
import type { ArtGrid } from "./drawList.generated";
import type { Kit } from "./kit";
import { paintShape } from "./shapes";
import { Sheet, SoftSheet } from "./sheets";
import { soften } from "./soften";

/** One drawing, ready to paint. */
export interface Art {
  drawing: Drawing;
  picture: SkPicture;
  textures: Map<string, SoftSheet>;
}

/** So many bytes of textures; beyond, those that were not used for longest go. */
const MostBytes = 256 * 1024 * 1024;

/** The drawings a painter has met. Drawings never change, so what was made of an id is kept. */
export class ArtStore {
  private readonly arts = new Map<string, Art>();
  private readonly used = new Map<SoftSheet, { art: Art; key: string }>();
  private held = 0;
  private ids: string[] = [];

  /** @param fetchDrawing by id and by its index in the film. */
  constructor(
    private readonly kit: Kit,
    private readonly fetchDrawing: (id: string, index: number) => Promise<Drawing>,
  ) {}

  /**
   * Makes sure that drawings are there, by their index in the film.
   *
   * @param news the film's ids, where they are others than before.
   */
  async load(indices: Iterable<number>, news: string[] | null): Promise<void> {
    this.ids = news ?? this.ids;
    const { ids } = this;
    const missing = [...new Set(indices)].filter((index) => ids[index] !== undefined && !this.arts.has(ids[index]));
    const drawings = await Promise.all(missing.map((index) => this.fetchDrawing(ids[index] ?? "", index)));
    for (const drawing of drawings) this.arts.set(drawing.id, await this.make(drawing));
  }

  at(index: number): Art | undefined {
    return this.arts.get(this.ids[index] ?? "");
  }

  /** The drawing as texels; softened so many texels. */
  texture(art: Art, grid: ArtGrid, sigma: number): SoftSheet {
    const key = `${grid.texel} ${grid.x} ${grid.y} ${grid.width} ${grid.height} ${sigma}`;
    let texture = art.textures.get(key);
    if (texture === undefined) {
      this.makeRoom();
      texture = this.rasterise(art, grid, sigma);
      art.textures.set(key, texture);
      this.held += texture.bytes;
    } else {
      this.used.delete(texture);
    }
    this.used.set(texture, { art, key });
    return texture;
  }

  private makeRoom(): void {
    for (const [texture, { art, key }] of this.used) {
      if (this.held <= MostBytes) return;
      this.held -= texture.bytes;
      texture.free();
      art.textures.delete(key);
      this.used.delete(texture);
    }
  }

  private rasterise(art: Art, grid: ArtGrid, sigma: number): SoftSheet {
    const sharp = new Sheet(this.kit);
    sharp.resize(grid.width, grid.height);
    sharp.clear();
    const { canvas } = sharp;
    canvas.save();
    canvas.scale(1 / grid.texel, 1 / grid.texel);
    canvas.translate(-grid.x, -grid.y);
    canvas.drawPicture(art.picture);
    canvas.restore();
    const texels = new SoftSheet(this.kit);
    soften(this.kit, sharp, texels, sigma);
    sharp.free();
    return texels;
  }

  /** A file is decoded with straight alpha; made smaller so, clear pixels would darken the edges. */
  private premultiplied(file: ArrayBuffer): Image | null {
    const { kit, kernels } = this.kit;
    const decoded = kit.MakeImageFromEncoded(file);
    if (decoded === null) return null;
    const sheet = new Sheet(this.kit);
    sheet.resize(decoded.width(), decoded.height());
    sheet.clear();
    sheet.canvas.drawImage(decoded, 0, 0);
    const info = {
      width: sheet.width,
      height: sheet.height,
      colorType: kit.ColorType.RGBA_8888,
      alphaType: kit.AlphaType.Premul,
      colorSpace: kit.ColorSpace.SRGB,
    };
    const image = kit.MakeImage(info, kernels.bytes(sheet.at, sheet.stride * sheet.height), sheet.stride);
    sheet.free();
    decoded.delete();
    return image;
  }

  private async make(drawing: Drawing): Promise<Art> {
    const { kit } = this.kit;
    const { bounds } = drawing;
    const recorder = new kit.PictureRecorder();
    const canvas = recorder.beginRecording(
      kit.LTRBRect(bounds.x, bounds.y, bounds.x + bounds.width, bounds.y + bounds.height),
    );
    if (drawing.raster) {
      const response = await fetch(`/api/assets/${drawing.raster.asset}`);
      const image = response.ok ? this.premultiplied(await response.arrayBuffer()) : null;
      if (image !== null) {
        const { x, y, pixelSize } = drawing.raster;
        canvas.save();
        canvas.translate(x, y);
        canvas.scale(pixelSize, pixelSize);
        canvas.drawImageOptions(image.makeCopyWithDefaultMipmaps(), 0, 0, kit.FilterMode.Linear, kit.MipmapMode.Linear);
        canvas.restore();
      }
    }
    for (const shape of drawing.shapes) paintShape(kit, canvas, shape);
    const picture = recorder.finishRecordingAsPicture();
    recorder.delete();
    return { drawing, picture, textures: new Map() };
  }
}
