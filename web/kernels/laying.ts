import { alphas, areClear, by255, ditherAt, lay, layEnd } from "./lanes";

// @ts-ignore: decorator
@inline
function overHalf(half: v128, under: v128): v128 {
  return i16x8.add(half, by255(i16x8.mul(under, i16x8.sub(i16x8.splat(255), alphas(half)))));
}

// @ts-ignore: decorator
@inline
function overFour(pixels: v128, under: v128, opacity: i32): v128 {
  let low = i16x8.extend_low_i8x16_u(pixels);
  let high = i16x8.extend_high_i8x16_u(pixels);
  if (opacity < 255) {
    const o = i16x8.splat(<i16>opacity);
    low = by255(i16x8.mul(low, o));
    high = by255(i16x8.mul(high, o));
  }
  return i8x16.narrow_i16x8_u(overHalf(low, i16x8.extend_low_i8x16_u(under)), overHalf(high, i16x8.extend_high_i8x16_u(under)));
}

/** Source over, pixel for pixel. Strides in bytes, opacity up to 255. */
export function over(into: usize, intoStride: i32, from: usize, fromStride: i32, width: i32, height: i32, opacity: i32, scratch: usize): void {
  for (let y = 0; y < height; y++) {
    const d = into + y * intoStride;
    const s = from + y * fromStride;
    let x = 0;
    for (; x + 4 <= width; x += 4) {
      const pixels = v128.load(s + x * 4);
      if (!v128.any_true(v128.and(pixels, i32x4.splat(0xff000000)))) continue;
      v128.store(d + x * 4, overFour(pixels, v128.load(d + x * 4), opacity));
    }
    if (x < width) {
      memory.copy(scratch, d + x * 4, (width - x) * 4);
      v128.store(scratch, overFour(v128.load(s + x * 4), v128.load(scratch), opacity));
      memory.copy(d + x * 4, scratch, (width - x) * 4);
    }
  }
}

/** Keeps of a sheet what another of its size covers, or leaves bare. Rows have room past their end. */
export function keep(sheet: usize, by: usize, stride: i32, width: i32, height: i32, outside: bool): void {
  const full = i16x8.splat(255);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x += 4) {
      const at = y * stride + x * 4;
      const covers = v128.load(by + at);
      const pixels = v128.load(sheet + at);
      let low = alphas(i16x8.extend_low_i8x16_u(covers));
      let high = alphas(i16x8.extend_high_i8x16_u(covers));
      if (outside) {
        low = i16x8.sub(full, low);
        high = i16x8.sub(full, high);
      }
      v128.store(
        sheet + at,
        i8x16.narrow_i16x8_u(by255(i16x8.mul(i16x8.extend_low_i8x16_u(pixels), low)), by255(i16x8.mul(i16x8.extend_high_i8x16_u(pixels), high))),
      );
    }
  }
}

/** A softened sheet, pixel for pixel; (x0, y0) is the first pixel's place, opacity up to 32767. */
export function laySoft(into: usize, intoStride: i32, from: usize, fromStride: i32, x0: i32, y0: i32, width: i32, height: i32, opacity: i32, scratch: usize): void {
  const o = i16x8.splat(<i16>opacity);
  for (let y = 0; y < height; y++) {
    const d = into + y * intoStride;
    const s = from + y * fromStride;
    for (let x = 0; x < width; x += 4) {
      let low = v128.load(s + x * 8);
      let high = v128.load(s + x * 8, 16);
      if (areClear(low, high)) continue;
      if (opacity < 32767) {
        low = i16x8.q15mulr_sat_s(low, o);
        high = i16x8.q15mulr_sat_s(high, o);
      }
      if (x + 4 <= width) lay(d + x * 4, low, high, ditherAt(x0 + x, y0 + y));
      else layEnd(d + x * 4, low, high, ditherAt(x0 + x, y0 + y), width - x, scratch);
    }
  }
}

/** Premultiplied → straight alpha, which is what a canvas takes; rows without padding. */
export function straighten(from: usize, stride: i32, width: i32, height: i32, into: usize): void {
  for (let y = 0; y < height; y++) {
    const s = from + y * stride;
    const d = into + y * width * 4;
    for (let x = 0; x < width; x++) {
      const pixel = load<u32>(s + x * 4);
      const alpha = pixel >> 24;
      if (alpha === 255 || alpha === 0) {
        store<u32>(d + x * 4, pixel);
        continue;
      }
      const half = alpha >> 1;
      const r = min<u32>(255, ((pixel & 255) * 255 + half) / alpha);
      const g = min<u32>(255, (((pixel >> 8) & 255) * 255 + half) / alpha);
      const b = min<u32>(255, (((pixel >> 16) & 255) * 255 + half) / alpha);
      store<u32>(d + x * 4, r | (g << 8) | (b << 16) | (alpha << 24));
    }
  }
}
