import { type Board, corner, placed } from "./board";
import { boxHeight, boxWidth, cut, isEmpty } from "./boxes";
import type { MeshNode, PixelBox } from "./drawList.generated";
import type { Kit } from "./kit";
import type { Map9 } from "./maps";
import type { Sheet, SoftSheet } from "./sheets";

/** Sixteen bits' one. */
export const Solid = 32767;

export function over(kit: Kit, board: Board, clip: PixelBox, own: Board, opacity: number): void {
  const { run } = kit.kernels;
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
    kit.kernels.room(64),
  );
}

/** A matte: what lies on the board already is cut by it. */
export function keep(kit: Kit, board: Board, by: Board, outside: boolean): void {
  const { sheet } = board;
  kit.kernels.run.keep(sheet.at, by.sheet.at, sheet.stride, sheet.width, sheet.height, outside ? 1 : 0);
}

export function laySoft(
  kit: Kit,
  board: Board,
  clip: PixelBox,
  from: SoftSheet,
  box: PixelBox,
  step: number,
  opacity: number,
): void {
  if (step !== board.step) {
    const scale = board.step / step;
    enlarge(
      kit,
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
  const { kernels } = kit;
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

export function enlarge(
  kit: Kit,
  board: Board,
  clip: PixelBox,
  a: SoftSheet,
  b: SoftSheet | null,
  mix: number,
  x: [number, number],
  y: [number, number],
  opacity: number,
): void {
  const { kernels } = kit;
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

export function warp(
  kit: Kit,
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
  const { kernels } = kit;
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

/** @param toBoard from where a vertex lies. */
export function triangles(
  kit: Kit,
  board: Board,
  clip: PixelBox,
  node: MeshNode,
  texture: SoftSheet,
  toBoard: Map9,
): void {
  const { positions, onArt, corners } = node.triangles;
  const { kernels } = kit;
  const bytes = positions.byteLength;
  const scratch = kernels.room(2 * bytes + corners.byteLength + 64);
  const [at, texels] = [
    kernels.floats(scratch + 64, positions.length),
    kernels.floats(scratch + 64 + bytes, positions.length),
  ];
  map(positions, toBoard, at);
  const { x, y, texel } = node.grid;
  for (let i = 0; i < onArt.length; i += 2) {
    texels[i] = ((onArt[i] ?? 0) - x) / texel;
    texels[i + 1] = ((onArt[i + 1] ?? 0) - y) / texel;
  }
  kernels.ints(scratch + 64 + 2 * bytes, corners.length).set(corners);
  const on = placed(board, cut(node.box, clip));
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

function map(from: Float32Array, m: Map9, into: Float32Array): void {
  const [a, b, c, d, e, f, g, h, i] = m as readonly [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
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
