import { areClear, ditherAt, lay, layEnd } from "./lanes";
import { sample } from "./sampling";

/** Nine floats of a map from pixels to texels, written by the page. */
// @ts-ignore: decorator
@inline
function entry(map: usize, at: i32): f32 {
  return load<f32>(map + at * 4);
}

/**
 * Softened sheets through any homography; src/Fretsaw.Print/Kernels/Warping.cs.
 *
 * @param intoSoft lays nothing over, and writes sixteen bits a channel.
 * @param scratch 16 bytes.
 */
export function warp(into: usize, intoStride: i32, intoSoft: bool, x0: i32, y0: i32, x1: i32, y1: i32, a: usize, b: usize, stride: i32, width: i32, height: i32, mix: i32, map: usize, opacity: i32, scratch: usize): void {
  const mixed = i16x8.splat(<i16>mix);
  const o = i16x8.splat(<i16>opacity);
  const mostU = <f32>width - 1.001;
  const mostV = <f32>height - 1.001;
  const flat = entry(map, 6) === 0 && entry(map, 7) === 0;
  const by = f32x4.splat(1 / entry(map, 8));
  const middles = f32x4(0.5, 1.5, 2.5, 3.5);
  for (let y = y0; y < y1; y++) {
    const middle = <f32>y + 0.5;
    const rowU = f32x4.splat(entry(map, 1) * middle + entry(map, 2));
    const rowV = f32x4.splat(entry(map, 4) * middle + entry(map, 5));
    const rowW = f32x4.splat(entry(map, 7) * middle + entry(map, 8));
    for (let x = x0; x < x1; x += 4) {
      const xs = f32x4.add(f32x4.splat(<f32>x), middles);
      const w = flat ? by : f32x4.div(f32x4.splat(1), f32x4.add(f32x4.mul(xs, f32x4.splat(entry(map, 6))), rowW));
      const half = f32x4.splat(0.5);
      let u = f32x4.sub(f32x4.mul(f32x4.add(f32x4.mul(xs, f32x4.splat(entry(map, 0))), rowU), w), half);
      let v = f32x4.sub(f32x4.mul(f32x4.add(f32x4.mul(xs, f32x4.splat(entry(map, 3))), rowV), w), half);
      const zero = f32x4.splat(0);
      const inside = v128.and(
        v128.and(f32x4.ge(u, zero), f32x4.ge(v, zero)),
        v128.and(f32x4.le(u, f32x4.splat(mostU)), f32x4.le(v, f32x4.splat(mostV))),
      );
      if (!v128.any_true(inside)) continue;
      u = f32x4.min(f32x4.max(u, zero), f32x4.splat(mostU));
      v = f32x4.min(f32x4.max(v, zero), f32x4.splat(mostV));
      let low = sample(a, b, stride, mixed, f32x4.extract_lane(u, 0), f32x4.extract_lane(v, 0), f32x4.extract_lane(u, 1), f32x4.extract_lane(v, 1));
      let high = sample(a, b, stride, mixed, f32x4.extract_lane(u, 2), f32x4.extract_lane(v, 2), f32x4.extract_lane(u, 3), f32x4.extract_lane(v, 3));
      low = v128.and(low, i32x4.shuffle(inside, inside, 0, 0, 1, 1));
      high = v128.and(high, i32x4.shuffle(inside, inside, 2, 2, 3, 3));
      if (areClear(low, high)) continue;
      if (intoSoft) {
        v128.store(into + y * intoStride + x * 8, low);
        v128.store(into + y * intoStride + x * 8, high, 16);
        continue;
      }
      if (opacity < 32767) {
        low = i16x8.q15mulr_sat_s(low, o);
        high = i16x8.q15mulr_sat_s(high, o);
      }
      const d = into + y * intoStride + x * 4;
      if (x + 4 <= x1) lay(d, low, high, ditherAt(x, y));
      else layEnd(d, low, high, ditherAt(x, y), x1 - x, scratch);
    }
  }
}
