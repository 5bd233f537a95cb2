import { areClear, between, ditherAt, lay, layEnd } from "./lanes";

// @ts-ignore: decorator
@inline
function placeOf(scale: f32, shift: f32, pixel: i32): f32 {
  return scale * (<f32>pixel + 0.5) + shift - 0.5;
}

// @ts-ignore: decorator
@inline
function part(fraction: f32): i16 {
  return <i16>nearest<f32>(fraction * 32767);
}

/**
 * Softened sheets that are only enlarged and shifted; two of one grid are mixed. src/Fretsaw.Print/Kernels/Enlarging.cs.
 *
 * @param b the softer sheet; 0 for none.
 * @param x0 pixels from here to x1 and from y0 to y1, whose middles lie between the first texel's and the last's.
 * @param scratch a row of the texture, and 12 bytes for each pixel of a row, and 64.
 */
export function enlarge(into: usize, intoStride: i32, x0: i32, y0: i32, x1: i32, y1: i32, a: usize, b: usize, stride: i32, height: i32, mix: i32, scaleX: f32, shiftX: f32, scaleY: f32, shiftY: f32, opacity: i32, scratch: usize): void {
  const count = x1 - x0;
  const padded = (count + 3) & ~3;
  const first = <i32>floor<f32>(placeOf(scaleX, shiftX, x0));
  const texels = <i32>floor<f32>(placeOf(scaleX, shiftX, x1 - 1)) + 2 - first;
  const end = scratch;
  const lefts = scratch + 16;
  const weights = lefts + padded * 4;
  const row = weights + padded * 8;
  for (let i = 0; i < padded; i++) {
    const u = placeOf(scaleX, shiftX, x0 + min(i, count - 1));
    const j = <i32>floor<f32>(u);
    store<i32>(lefts + i * 4, (j - first) * 8);
    v128.store64_lane(weights + i * 8, i16x8.splat(part(u - <f32>j)), 0);
  }
  const o = i16x8.splat(<i16>opacity);
  for (let y = y0; y < y1; y++) {
    const v = placeOf(scaleY, shiftY, y);
    const j = <i32>floor<f32>(v);
    const below = min(j + 1, height - 1);
    const at = first * 8;
    mixRow(row, a + j * stride + at, a + below * stride + at, b === 0 ? 0 : b + j * stride + at, b + below * stride + at, part(v - <f32>j), <i16>mix, texels);
    const d = into + y * intoStride + x0 * 4;
    for (let i = 0; i < count; i += 4) {
      let low = pair(row, lefts + i * 4, v128.load(weights + i * 8));
      let high = pair(row, lefts + i * 4 + 8, v128.load(weights + i * 8, 16));
      if (areClear(low, high)) continue;
      if (opacity < 32767) {
        low = i16x8.q15mulr_sat_s(low, o);
        high = i16x8.q15mulr_sat_s(high, o);
      }
      if (i + 4 <= count) lay(d + i * 4, low, high, ditherAt(x0 + i, y));
      else layEnd(d + i * 4, low, high, ditherAt(x0 + i, y), count - i, end);
    }
  }
}

/** A row out of two rows of one sheet, or of two. */
function mixRow(into: usize, a: usize, aBelow: usize, b: usize, bBelow: usize, down: i16, mix: i16, texels: i32): void {
  const toBelow = i16x8.splat(down);
  const toB = i16x8.splat(mix);
  for (let n = 0; n < texels * 8; n += 16) {
    let texel = between(v128.load(a + n), v128.load(aBelow + n), toBelow);
    if (b !== 0) texel = between(texel, between(v128.load(b + n), v128.load(bBelow + n), toBelow), toB);
    v128.store(into + n, texel);
  }
}

/** Two pixels, each between a texel and the next. */
// @ts-ignore: decorator
@inline
function pair(row: usize, lefts: usize, weights: v128): v128 {
  const p = v128.load(row + load<i32>(lefts));
  const q = v128.load(row + load<i32>(lefts, 4));
  return between(i64x2.shuffle(p, q, 0, 2), i64x2.shuffle(p, q, 1, 3), weights);
}
