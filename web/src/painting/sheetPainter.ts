import type { ArtStore } from "./artStore";
import { boxHeight, boxWidth, cut, grown, isEmpty, onGrid } from "./boxes";
import {
  type ArtGrid,
  Blend,
  type DrawList,
  type DrawNode,
  type GroupNode,
  type MeshNode,
  type PixelBox,
  type SoftNode,
  WholeMix,
} from "./drawList.generated";
import { paintItem, skiaBlend } from "./items";
import { KeptBack } from "./keptBack";
import type { Kit } from "./kit";
import { identity, inverse, isUpright, type Map9, ofMatrix, scaled, then } from "./maps";
import { Sheet, SoftSheet } from "./sheets";
import { soften } from "./soften";

/** A sheet that lies somewhere in the picture; a step of painted pixels for each of its own. */
interface Board {
  sheet: Sheet;
  box: PixelBox;
  step: number;
}

/** Sixteen bits' one. */
const Solid = 32767;

/**
 * Draw list → pixels without a GPU. Decides nothing: CanvasKit rasterises vectors onto boards, and the kernels soften, bend and lay;
 * src/Fretsaw.Print/SheetPainter.cs does the same in prints, and a test compares the two.
 */
export class SheetPainter {
  private readonly frame: Sheet;
  private readonly boards: Sheet[] = [];
  private readonly softBoards: SoftSheet[] = [];
  private readonly back: KeptBack;

  constructor(
    private readonly kit: Kit,
    private readonly art: ArtStore,
  ) {
    this.frame = new Sheet(kit);
    this.back = new KeptBack(kit);
  }

  /**
   * @param bytes what the list was read from; kept until the next call.
   * @returns good until the next call.
   */
  paint(list: DrawList, bytes: Uint8Array): Sheet {
    const { frame } = this;
    frame.resize(list.width, list.height);
    const first = this.back.begin(bytes, frame);
    if (first === 0) this.backdrop(list);
    const board = { sheet: frame, box: { left: 0, top: 0, right: list.width, bottom: list.height }, step: 1 };
    for (let i = first; i < list.nodes.length; i++) {
      this.node(list.nodes[i] as DrawNode, board, list.clip, identity);
      this.back.passed(list, i, frame);
    }
    return frame;
  }

  /** The drawings that lists speak of are others than before. */
  drawingsChanged(): void {
    this.back.forget();
  }

  private backdrop(list: DrawList): void {
    const { frame } = this;
    frame.clear();
    const { kit } = this.kit;
    const paint = new kit.Paint();
    paint.setColor(kit.Color4f(...channels(list.backdrop)));
    paint.setBlendMode(kit.BlendMode.Src);
    frame.canvas.drawRect(kit.LTRBRect(list.clip.left, list.clip.top, list.clip.right, list.clip.bottom), paint);
    paint.delete();
  }

  private node(node: DrawNode, board: Board, clip: PixelBox, toPainted: Map9): void {
    if (isEmpty(cut(node.box, clip))) return;
    if (node.kind === "group") this.group(node, board, clip, toPainted);
    else if (node.kind === "soft") this.soft(node, board, clip, toPainted);
    else if (node.kind === "mesh") this.mesh(node, board, clip, toPainted);
    else this.vectors(node, board, clip, toPainted);
  }

  private vectors(
    node: Exclude<DrawNode, GroupNode | SoftNode | MeshNode>,
    board: Board,
    clip: PixelBox,
    toPainted: Map9,
  ): void {
    const on = placed(board, clip);
    const { canvas } = board.sheet;
    canvas.save();
    const { kit } = this.kit;
    canvas.clipRect(kit.LTRBRect(on.left, on.top, on.right, on.bottom), kit.ClipOp.Intersect, false);
    canvas.concat(toBoard(board, toPainted));
    paintItem(kit, canvas, this.art, node);
    canvas.restore();
  }

  private group(node: GroupNode, board: Board, clip: PixelBox, toPainted: Map9): void {
    const inside = then(toPainted, node.toParent);
    if (node.step === 0) {
      for (const child of node.nodes) this.node(child, board, clip, inside);
      return;
    }
    // On a coarse board everything is coarse already.
    const step = Math.max(node.step, board.step);
    const box = onGrid(node.box, step);
    const own: Board = { sheet: this.boards.pop() ?? new Sheet(this.kit), box, step };
    own.sheet.resize(Math.max(1, boxWidth(box) / step), Math.max(1, boxHeight(box) / step));
    own.sheet.clear();
    for (const child of node.nodes) this.node(child, own, box, inside);
    if (node.blend === Blend.Inside || node.blend === Blend.Outside)
      this.keep(board, own, node.blend === Blend.Outside);
    else if (node.rest > 0) this.laySoftened(node, board, clip, own);
    else if (node.blend === Blend.Normal) this.over(board, clip, own, Math.round(node.opacity * 255));
    else this.blended(board, clip, own.sheet, box, node.blend, node.opacity);
    this.boards.push(own.sheet);
  }

  private laySoftened(node: GroupNode, board: Board, clip: PixelBox, own: Board): void {
    const softened = this.softBoards.pop() ?? new SoftSheet(this.kit);
    soften(this.kit, own.sheet, softened, node.rest);
    this.layOn(board, clip, node.blend, (into) =>
      this.laySoft(into, clip, softened, own.box, own.step, Math.round(node.opacity * Solid)),
    );
    this.softBoards.push(softened);
  }

  /** A matte: what lies on the board already is cut by it. */
  private keep(board: Board, by: Board, outside: boolean): void {
    const { sheet } = board;
    this.kit.kernels.run.keep(sheet.at, by.sheet.at, sheet.stride, sheet.width, sheet.height, outside ? 1 : 0);
  }

  private over(board: Board, clip: PixelBox, own: Board, opacity: number): void {
    const { run, room } = this.kit.kernels;
    const [x, y] = corner(board, own.box);
    const on = cut(placed(board, clip), { left: x, top: y, right: x + own.sheet.width, bottom: y + own.sheet.height });
    if (isEmpty(on)) return;
    const into = board.sheet.at + on.top * board.sheet.stride + on.left * 4;
    const from = own.sheet.at + (on.top - y) * own.sheet.stride + (on.left - x) * 4;
    run.over(
      into,
      board.sheet.stride,
      from,
      own.sheet.stride,
      boxWidth(on),
      boxHeight(on),
      opacity,
      room.call(this.kit.kernels, 64),
    );
  }

  /** Lays softened art by itself, or blended by way of a clear board. */
  private layOn(board: Board, clip: PixelBox, blend: number, lay: (into: Board) => void): void {
    if (blend === Blend.Normal) {
      lay(board);
      return;
    }
    const between = this.boards.pop() ?? new Sheet(this.kit);
    between.resize(board.sheet.width, board.sheet.height);
    between.clear();
    lay({ ...board, sheet: between });
    this.blended(board, clip, between, board.box, blend, 1);
    this.boards.push(between);
  }

  /** CanvasKit knows the blend modes; they are rare enough for its pace. */
  private blended(board: Board, clip: PixelBox, from: Sheet, box: PixelBox, blend: number, opacity: number): void {
    const { kit, kernels } = this.kit;
    const info = {
      width: from.width,
      height: from.height,
      colorType: kit.ColorType.RGBA_8888,
      alphaType: kit.AlphaType.Premul,
      colorSpace: kit.ColorSpace.SRGB,
    };
    const image = kit.MakeImage(info, kernels.bytes(from.at, from.stride * from.height), from.stride);
    if (image === null) return;
    const paint = new kit.Paint();
    paint.setBlendMode(skiaBlend(kit, blend));
    paint.setAlphaf(opacity);
    const [x, y] = corner(board, box);
    const on = placed(board, clip);
    const { canvas } = board.sheet;
    canvas.save();
    canvas.clipRect(kit.LTRBRect(on.left, on.top, on.right, on.bottom), kit.ClipOp.Intersect, false);
    canvas.drawImage(image, x, y, paint);
    canvas.restore();
    paint.delete();
    image.delete();
  }

  private laySoft(board: Board, clip: PixelBox, from: SoftSheet, box: PixelBox, step: number, opacity: number): void {
    if (step !== board.step) {
      const scale = board.step / step;
      this.enlarge(
        board,
        clip,
        from,
        null,
        0,
        [scale, (board.box.left - box.left) / step],
        [scale, (board.box.top - box.top) / step],
        opacity,
      );
      return;
    }
    const { kernels } = this.kit;
    const [x, y] = corner(board, box);
    const on = cut(placed(board, clip), { left: x, top: y, right: x + from.width, bottom: y + from.height });
    if (isEmpty(on)) return;
    const into = board.sheet.at + on.top * board.sheet.stride + on.left * 4;
    const source = from.at + (on.top - y) * from.stride + (on.left - x) * 8;
    kernels.run.laySoft(
      into,
      board.sheet.stride,
      source,
      from.stride,
      on.left,
      on.top,
      boxWidth(on),
      boxHeight(on),
      opacity,
      kernels.room(64),
    );
  }

  private enlarge(
    board: Board,
    clip: PixelBox,
    a: SoftSheet,
    b: SoftSheet | null,
    mix: number,
    x: [number, number],
    y: [number, number],
    opacity: number,
  ): void {
    const { kernels } = this.kit;
    const on = placed(board, clip);
    const [x0, x1] = within(x, a.width, on.left, on.right);
    const [y0, y1] = within(y, a.height, on.top, on.bottom);
    if (x1 <= x0 || y1 <= y0) return;
    const scratch = kernels.room((a.width + 8) * 8 + (x1 - x0 + 8) * 12 + 64);
    kernels.run.enlarge(
      board.sheet.at,
      board.sheet.stride,
      x0,
      y0,
      x1,
      y1,
      a.at,
      b?.at ?? 0,
      a.stride,
      a.height,
      mix,
      x[0],
      x[1],
      y[0],
      y[1],
      opacity,
      scratch,
    );
  }

  /** A still drawing that is out of focus, out of two softened textures. */
  private soft(node: SoftNode, board: Board, clip: PixelBox, toPainted: Map9): void {
    const art = this.art.at(node.drawing);
    const toArt = inverse(then(toPainted, node.toParent));
    if (art === undefined || toArt === null) return;
    const a = this.art.texture(art, node.grid, node.restA);
    const b = node.mix > 0 ? this.art.texture(art, node.grid, node.restB) : null;
    const mix = Math.round((node.mix * Solid) / WholeMix);
    const toTexel = then(ofGrid(node.grid), toArt);
    const opacity = Math.round(node.opacity * Solid);
    this.layOn(board, clip, node.blend, (into) =>
      this.layArt(into, cut(node.box, clip), a, b, mix, toTexel, node.turn, opacity),
    );
  }

  /** @param toTexel from painted pixels. */
  private layArt(
    board: Board,
    clip: PixelBox,
    a: SoftSheet,
    b: SoftSheet | null,
    mix: number,
    toTexel: Map9,
    turn: number,
    opacity: number,
  ): void {
    const m = then(toTexel, [board.step, 0, board.box.left, 0, board.step, board.box.top, 0, 0, 1]);
    if (isUpright(m)) {
      const [w, sx, x, sy, y] = [m[8] ?? 1, m[0] ?? 0, m[2] ?? 0, m[4] ?? 0, m[5] ?? 0];
      this.enlarge(board, clip, a, b, mix, [sx / w, x / w], [sy / w, y / w], opacity);
    } else if (turn <= board.step) {
      this.warp(board.sheet, 4, placed(board, clip), a, b, mix, m, opacity);
    } else {
      // Soft art is turned on a coarse grid, and enlarged from there.
      const box = onGrid(grown(clip, 2 * turn), turn);
      const turned = this.softBoards.pop() ?? new SoftSheet(this.kit);
      turned.resize(boxWidth(box) / turn, boxHeight(box) / turn);
      turned.clear();
      const whole = { left: 0, top: 0, right: turned.width, bottom: turned.height };
      this.warp(turned, 8, whole, a, b, mix, then(toTexel, [turn, 0, box.left, 0, turn, box.top, 0, 0, 1]), Solid);
      this.laySoft(board, clip, turned, box, turn, opacity);
      this.softBoards.push(turned);
    }
  }

  private warp(
    into: Sheet | SoftSheet,
    bytesAPixel: number,
    on: PixelBox,
    a: SoftSheet,
    b: SoftSheet | null,
    mix: number,
    map: Map9,
    opacity: number,
  ): void {
    if (isEmpty(on)) return;
    const { kernels } = this.kit;
    const scratch = kernels.room(128);
    kernels.floats(scratch, 9).set(map as number[]);
    kernels.run.warp(
      into.at,
      into.stride,
      bytesAPixel === 8 ? 1 : 0,
      on.left,
      on.top,
      on.right,
      on.bottom,
      a.at,
      b?.at ?? 0,
      a.stride,
      a.width,
      a.height,
      mix,
      scratch,
      opacity,
      scratch + 64,
    );
  }

  private mesh(node: MeshNode, board: Board, clip: PixelBox, toPainted: Map9): void {
    const art = this.art.at(node.drawing);
    if (art === undefined) return;
    const texture = this.art.texture(art, node.grid, 0);
    const { positions, onArt, corners } = node.triangles;
    const { kernels } = this.kit;
    const bytes = positions.byteLength;
    const scratch = kernels.room(2 * bytes + corners.byteLength + 64);
    const [at, texels] = [
      kernels.floats(scratch + 64, positions.length),
      kernels.floats(scratch + 64 + bytes, positions.length),
    ];
    map(positions, then(toBoard(board, toPainted), ofMatrix(node.matrix)), at);
    const { x, y, texel } = node.grid;
    for (let i = 0; i < onArt.length; i += 2) {
      texels[i] = ((onArt[i] ?? 0) - x) / texel;
      texels[i + 1] = ((onArt[i + 1] ?? 0) - y) / texel;
    }
    kernels.ints(scratch + 64 + 2 * bytes, corners.length).set(corners);
    const on = cut(placed(board, clip), placed(board, node.box));
    kernels.run.triangles(
      board.sheet.at,
      board.sheet.stride,
      on.left,
      on.top,
      on.right,
      on.bottom,
      texture.at,
      texture.stride,
      texture.width,
      texture.height,
      scratch + 64,
      scratch + 64 + bytes,
      scratch + 64 + 2 * bytes,
      corners.length,
      Math.round(node.opacity * Solid),
      scratch,
    );
  }
}

/** Painted pixels → the board's, all that are touched. */
function placed({ box, step, sheet }: Board, painted: PixelBox): PixelBox {
  const on = onGrid(painted, step);
  return {
    left: Math.max(0, (on.left - box.left) / step),
    top: Math.max(0, (on.top - box.top) / step),
    right: Math.min(sheet.width, (on.right - box.left) / step),
    bottom: Math.min(sheet.height, (on.bottom - box.top) / step),
  };
}

const corner = ({ box, step }: Board, painted: PixelBox): [number, number] => [
  (painted.left - box.left) / step,
  (painted.top - box.top) / step,
];

const toBoard = ({ box, step }: Board, toPainted: Map9) =>
  then(scaled(1 / step, -box.left / step, -box.top / step), toPainted);

const ofGrid = ({ x, y, texel }: ArtGrid) => scaled(1 / texel, -x / texel, -y / texel);

function map(from: Float32Array, m: number[], into: Float32Array): void {
  const [a, b, c, d, e, f, g, h, i] = m as [number, number, number, number, number, number, number, number, number];
  for (let k = 0; k < from.length; k += 2) {
    const [x, y] = [from[k] ?? 0, from[k + 1] ?? 0];
    const w = g * x + h * y + i;
    into[k] = (a * x + b * y + c) / w;
    into[k + 1] = (d * x + e * y + f) / w;
  }
}

/** The pixels whose middles lie between the first texel's and the last's: outside, sheets are clear. */
function within([scale, shift]: [number, number], texels: number, from: number, to: number): [number, number] {
  const [s, t] = [Math.fround(scale), Math.fround(shift)];
  let first = Math.max(from, Math.ceil((0.5 - t) / s - 0.5));
  let last = Math.min(to, Math.floor((texels - 0.5 - t) / s - 0.5));
  const at = (pixel: number) => Math.fround(Math.fround(Math.fround(s * (pixel + 0.5)) + t) - 0.5);
  while (first < last && at(first) < 0) first++;
  while (first < last && at(last - 1) > texels - 1) last--;
  return [first, last];
}

/** Red, green, blue and alpha, 0 to 1, of a colour packed as ARGB. */
export const channels = (argb: number): [number, number, number, number] => [
  ((argb >>> 16) & 255) / 255,
  ((argb >>> 8) & 255) / 255,
  (argb & 255) / 255,
  (argb >>> 24) / 255,
];
