import { channels } from "./argb";
import type { ArtStore } from "./artStore";
import { type Board, corner, ofGrid, placed, toBoard } from "./board";
import { boxHeight, boxWidth, cut, grown, isEmpty, onGrid } from "./boxes";
import {
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
import { KeptBoards } from "./keptBoards";
import type { Kit } from "./kit";
import { enlarge, keep, laySoft, over, Solid, triangles, warp } from "./laying";
import { identity, inverse, isUpright, type Map9, ofMatrix, then } from "./maps";
import { Sheet, SoftSheet } from "./sheets";
import { soften } from "./soften";

/**
 * Draw list → pixels without a GPU. Decides nothing: CanvasKit rasterises vectors onto boards, and the kernels soften, bend and lay;
 * src/Fretsaw.Print/SheetPainter.cs does the same in prints, and a test compares the two.
 */
export class SheetPainter {
  private readonly frame: Sheet;
  private readonly boards: Sheet[] = [];
  private readonly softBoards: SoftSheet[] = [];
  private readonly back: KeptBack;
  private readonly held = new KeptBoards();

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
    this.held.endPicture(this.softBoards);
    return frame;
  }

  /** The drawings that lists speak of are others than before. */
  drawingsChanged(): void {
    this.back.forget();
    this.held.forget(this.softBoards);
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
    const isMatte = node.blend === Blend.Inside || node.blend === Blend.Outside;
    if (node.rest > 0 && !isMatte) {
      this.laySoftened(node, board, clip, inside, box, step);
      return;
    }
    const own = this.onOwnBoard(node, inside, box, step);
    if (isMatte) keep(this.kit, board, own, node.blend === Blend.Outside);
    else if (node.blend === Blend.Normal) over(this.kit, board, clip, own, Math.round(node.opacity * 255));
    else this.blended(board, clip, own.sheet, box, node.blend, node.opacity);
    this.boards.push(own.sheet);
  }

  /** What is in a group; the sheet is its caller's to give back. */
  private onOwnBoard(node: GroupNode, inside: Map9, box: PixelBox, step: number): Board {
    const own: Board = { sheet: this.boards.pop() ?? new Sheet(this.kit), box, step };
    own.sheet.resize(Math.max(1, boxWidth(box) / step), Math.max(1, boxHeight(box) / step));
    own.sheet.clear();
    for (const child of node.nodes) this.node(child, own, box, inside);
    return own;
  }

  /** A group that is softened as a whole, unless it still lies there from the picture before. */
  private laySoftened(node: GroupNode, board: Board, clip: PixelBox, inside: Map9, box: PixelBox, step: number): void {
    const key = [node.key, ...inside, box.left, box.top, box.right, box.bottom, step, node.rest].join(" ");
    const kept = this.held.find(key);
    const softened = kept ?? this.softened(this.onOwnBoard(node, inside, box, step), node.rest);
    const isHeld = kept !== undefined || this.held.keep(key, softened);
    this.layOn(board, clip, node.blend, (into) =>
      laySoft(this.kit, into, clip, softened, box, step, Math.round(node.opacity * Solid)),
    );
    if (!isHeld) this.softBoards.push(softened);
  }

  private softened({ sheet }: Board, rest: number): SoftSheet {
    const softened = this.softBoards.pop() ?? new SoftSheet(this.kit);
    soften(this.kit, sheet, softened, rest);
    this.boards.push(sheet);
    return softened;
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
      enlarge(this.kit, board, clip, a, b, mix, [sx / w, x / w], [sy / w, y / w], opacity);
    } else if (turn <= board.step) {
      warp(this.kit, board.sheet, 4, placed(board, clip), a, b, mix, m, opacity);
    } else {
      // Soft art is turned on a coarse grid, and enlarged from there.
      const box = onGrid(grown(clip, 2 * turn), turn);
      const turned = this.softBoards.pop() ?? new SoftSheet(this.kit);
      turned.resize(boxWidth(box) / turn, boxHeight(box) / turn);
      turned.clear();
      const whole = { left: 0, top: 0, right: turned.width, bottom: turned.height };
      warp(this.kit, turned, 8, whole, a, b, mix, then(toTexel, [turn, 0, box.left, 0, turn, box.top, 0, 0, 1]), Solid);
      laySoft(this.kit, board, clip, turned, box, turn, opacity);
      this.softBoards.push(turned);
    }
  }

  private mesh(node: MeshNode, board: Board, clip: PixelBox, toPainted: Map9): void {
    const art = this.art.at(node.drawing);
    if (art === undefined) return;
    const texture = this.art.texture(art, node.grid, 0);
    triangles(this.kit, board, clip, node, texture, then(toBoard(board, toPainted), ofMatrix(node.matrix)));
  }
}
