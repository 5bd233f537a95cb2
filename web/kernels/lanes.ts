/**
 * The arithmetic of src/Fretsaw.Print/Kernels/Lanes.cs in WebAssembly's own registers, four pixels at a time: two halves of two pixels
 * with sixteen bits a channel. The same numbers come out.
 */

/** 255 in steps of 1/128; SoftSheet.One. */
export const Bits = 7;

/** Eight rows of sixteen places, four shorts each, written by the page; see src/Fretsaw.Print/Kernels/Dither.cs. */
let ditherTable: usize = 0;

export function setDither(table: usize): void {
  ditherTable = table;
}

/** For four pixels from a place on. */
// @ts-ignore: decorator
@inline
export function ditherAt(x: i32, y: i32): usize {
  return ditherTable + (((y & 7) << 7) | ((x & 7) << 3));
}

/** a + (b − a) · w, w in 1/32768. */
// @ts-ignore: decorator
@inline
export function between(a: v128, b: v128, w: v128): v128 {
  return i16x8.add(a, i16x8.q15mulr_sat_s(i16x8.sub(b, a), w));
}

// @ts-ignore: decorator
@inline
export function alphas(half: v128): v128 {
  return i8x16.shuffle(half, half, 6, 7, 6, 7, 6, 7, 6, 7, 14, 15, 14, 15, 14, 15, 14, 15);
}

/** x / 255, rounded, of products of bytes. */
// @ts-ignore: decorator
@inline
export function by255(x: v128): v128 {
  x = i16x8.add(x, i16x8.splat(128));
  return i16x8.shr_u(i16x8.add(x, i16x8.shr_u(x, 8)), 8);
}

// @ts-ignore: decorator
@inline
function overHalf(soft: v128, under: v128, dither: v128): v128 {
  const alpha = alphas(soft);
  const rest = i16x8.sub(i16x8.sub(i16x8.splat(32767), alpha), i16x8.shr_u(alpha, 8));
  const below = i16x8.q15mulr_sat_s(i16x8.shl(under, Bits), rest);
  return i16x8.shr_u(i16x8.add(i16x8.add(soft, below), dither), Bits);
}

/** Lays four soft pixels over what lies there. */
// @ts-ignore: decorator
@inline
export function lay(into: usize, low: v128, high: v128, dither: usize): void {
  const under = v128.load(into);
  v128.store(
    into,
    i8x16.narrow_i16x8_u(
      overHalf(low, i16x8.extend_low_i8x16_u(under), v128.load(dither)),
      overHalf(high, i16x8.extend_high_i8x16_u(under), v128.load(dither, 16)),
    ),
  );
}

// @ts-ignore: decorator
@inline
export function areClear(low: v128, high: v128): bool {
  return !v128.any_true(v128.and(v128.or(low, high), i64x2.splat(0xffff000000000000)));
}

/** Lays as many of four pixels as a row still has. */
// @ts-ignore: decorator
@inline
export function layEnd(into: usize, low: v128, high: v128, dither: usize, count: i32, scratch: usize): void {
  memory.copy(scratch, into, <usize>count * 4);
  lay(scratch, low, high, dither);
  memory.copy(into, scratch, <usize>count * 4);
}
