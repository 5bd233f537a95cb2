import type { Canvas, Image } from "canvaskit-wasm";
import { channels } from "./argb";
import type { Art, ArtStore } from "./artStore";
import type { DrawList, DrawNode, GroupNode, MeshNode, PixelBox, SoftNode } from "./drawList.generated";
import { paintItem, skiaBlend } from "./items";
import type { Kit } from "./kit";
import { identity, type Map9, ofMatrix, then } from "./maps";

/** So many textures that the GPU holds; beyond, those that were not used for longest go. */
const MostTextures = 160;

/** The same list with a GPU: groups are layers as large as their boxes, softened by its own filters, and textures are kept by key. */
export class GpuPainter {
  private readonly textures = new Map<string, Image>();

  constructor(
    private readonly kit: Kit,
    private readonly art: ArtStore,
  ) {}

  paint(canvas: Canvas, list: DrawList): void {
    const { kit } = this.kit;
    canvas.clear(kit.TRANSPARENT);
    canvas.save();
    canvas.clipRect(rect(list.clip), kit.ClipOp.Intersect, false);
    canvas.drawColor(kit.Color4f(...channels(list.backdrop)));
    for (const node of list.nodes) this.node(canvas, node, identity);
    canvas.restore();
  }

  private node(canvas: Canvas, node: DrawNode, toPainted: Map9): void {
    if (node.kind === "group" || node.kind === "soft") {
      this.layer(canvas, node, toPainted);
      return;
    }
    canvas.save();
    canvas.concat(toPainted as number[]);
    if (node.kind === "mesh") this.mesh(canvas, node);
    else paintItem(this.kit.kit, canvas, this.art, node);
    canvas.restore();
  }

  private layer(canvas: Canvas, node: GroupNode | SoftNode, toPainted: Map9): void {
    const { kit } = this.kit;
    const inside = then(toPainted, node.toParent);
    if (node.step > 0) {
      const paint = new kit.Paint();
      paint.setAlphaf(node.opacity);
      paint.setBlendMode(skiaBlend(kit, node.blend));
      const blurred = node.kind === "group" && node.sigma > 0;
      const blur = blurred ? kit.ImageFilter.MakeBlur(node.sigma, node.sigma, kit.TileMode.Decal, null) : null;
      if (blur) paint.setImageFilter(blur);
      canvas.saveLayer(paint, rect(node.box));
      blur?.delete();
      paint.delete();
    }
    if (node.kind === "soft") this.soft(canvas, node, inside);
    else for (const child of node.nodes) this.node(canvas, child, inside);
    if (node.step > 0) canvas.restore();
  }

  /** Two softened textures, mixed. */
  private soft(canvas: Canvas, node: SoftNode, toPainted: Map9): void {
    const art = this.art.at(node.drawing);
    if (art === undefined) return;
    const { kit } = this.kit;
    const { x, y, texel } = node.grid;
    canvas.save();
    canvas.concat(then(toPainted, [texel, 0, x, 0, texel, y, 0, 0, 1]));
    const part = node.mix / 256;
    for (const [rest, alpha] of [
      [node.restA, 1 - part],
      [node.restB, part],
    ] as const) {
      if (alpha === 0) continue;
      const paint = new kit.Paint();
      paint.setAlphaf(alpha);
      paint.setBlendMode(kit.BlendMode.Plus);
      canvas.drawImageOptions(this.texture(art, node, rest), 0, 0, kit.FilterMode.Linear, kit.MipmapMode.None, paint);
      paint.delete();
    }
    canvas.restore();
  }

  /** Art on its grid in half floats, so that what is enlarged shows no bands. */
  private texture(art: Art, { grid }: { grid: SoftNode["grid"] }, rest: number): Image {
    const { kit } = this.kit;
    const key = `${art.drawing.id} ${grid.texel} ${grid.width} ${grid.height} ${rest}`;
    const known = this.textures.get(key);
    if (known) {
      this.textures.delete(key);
      this.textures.set(key, known);
      return known;
    }
    for (const [old, image] of this.textures) {
      if (this.textures.size < MostTextures) break;
      image.delete();
      this.textures.delete(old);
    }
    const texels = this.art.texture(art, grid, rest);
    const shorts = this.kit.kernels.shorts(texels.at, (texels.stride / 2) * texels.height);
    const halves = new Uint16Array(grid.width * grid.height * 4);
    for (let row = 0; row < grid.height; row++) {
      for (let i = 0; i < grid.width * 4; i++)
        halves[row * grid.width * 4 + i] = halfOf((shorts[(row * texels.stride) / 2 + i] ?? 0) / (255 * 128));
    }
    const info = {
      width: grid.width,
      height: grid.height,
      colorType: kit.ColorType.RGBA_F16,
      alphaType: kit.AlphaType.Premul,
      colorSpace: kit.ColorSpace.SRGB,
    };
    const image = kit.MakeImage(info, new Uint8Array(halves.buffer), grid.width * 8);
    if (image === null) throw new Error("The picture cannot be painted: there is no memory for it.");
    this.textures.set(key, image);
    return image;
  }

  private mesh(canvas: Canvas, node: MeshNode): void {
    const { kit } = this.kit;
    const art = this.art.at(node.drawing);
    if (art === undefined) return;
    const { x, y, texel } = node.grid;
    const toArt = [texel, 0, x, 0, texel, y, 0, 0, 1];
    const shader = this.texture(art, node, 0).makeShaderOptions(
      kit.TileMode.Decal,
      kit.TileMode.Decal,
      kit.FilterMode.Linear,
      kit.MipmapMode.None,
      toArt,
    );
    const paint = new kit.Paint();
    paint.setAntiAlias(true);
    paint.setShader(shader);
    paint.setColor(Float32Array.of(0, 0, 0, node.opacity));
    const { positions, onArt, corners } = node.triangles;
    // Its types ask for an array of indices; it copies any row of numbers, and making an array of each takes longer than the rest.
    const vertices = kit.MakeVertices(kit.VertexMode.Triangles, positions, onArt, null, corners as unknown as number[]);
    canvas.save();
    canvas.concat(ofMatrix(node.matrix));
    canvas.drawVertices(vertices, kit.BlendMode.Modulate, paint);
    canvas.restore();
    vertices.delete();
    paint.delete();
    shader.delete();
  }
}

const rect = (box: PixelBox) => Float32Array.of(box.left, box.top, box.right, box.bottom);

const float = new Float32Array(1);
const bits = new Uint32Array(float.buffer);

/** A number from 0 to 1 as half a float, IEEE 754-2008 binary16; what is too small for a normal one is nothing. */
export function halfOf(value: number): number {
  float[0] = value;
  const word = bits[0] ?? 0;
  const exponent = ((word >>> 23) & 255) - 112;
  return exponent <= 0 ? 0 : (exponent << 10) | ((word >>> 13) & 1023);
}

/** False as well where WebGL itself is computed by the processor: painting without it is faster then (measured). */
export function hasGpu(canvas: OffscreenCanvas): boolean {
  const gl = canvas.getContext("webgl2");
  const info = gl?.getExtension("WEBGL_debug_renderer_info");
  const name = gl && info ? String(gl.getParameter(info.UNMASKED_RENDERER_WEBGL)) : "";
  gl?.getExtension("WEBGL_lose_context")?.loseContext();
  return gl !== null && !/swiftshader|llvmpipe|software/i.test(name);
}
