import { areClear, ditherAt, lay, layEnd } from "./lanes";
import { sample } from "./sampling";

/**
 * Triangles of a bent drawing, in their order, source over: a pixel belongs to the triangle that holds its middle.
 * src/Fretsaw.Print/Kernels/Triangles.cs.
 *
 * @param positions pairs of floats on the board, px.
 * @param onArt pairs of floats on the texture, texels.
 * @param corners three integers a triangle.
 * @param scratch 16 bytes.
 */
export function triangles(board: usize, boardStride: i32, left: i32, top: i32, right: i32, bottom: i32, texture: usize, stride: i32, width: i32, height: i32, positions: usize, onArt: usize, corners: usize, count: i32, opacity: i32, scratch: usize): void {
  for (let t = 0; t + 2 < count; t += 3) {
    const i = <usize>load<i32>(corners + t * 4) * 8;
    const j = <usize>load<i32>(corners + t * 4, 4) * 8;
    const k = <usize>load<i32>(corners + t * 4, 8) * 8;
    triangle(
      board, boardStride, left, top, right, bottom, texture, stride, <f32>width - 1.001, <f32>height - 1.001,
      load<f32>(positions + i), load<f32>(positions + i, 4), load<f32>(positions + j), load<f32>(positions + j, 4), load<f32>(positions + k), load<f32>(positions + k, 4),
      load<f32>(onArt + i), load<f32>(onArt + i, 4), load<f32>(onArt + j), load<f32>(onArt + j, 4), load<f32>(onArt + k), load<f32>(onArt + k, 4),
      opacity, scratch,
    );
  }
}

let low: f32 = 0;
let high: f32 = 0;

/** Half open, so that a row through a shared corner belongs to one side. */
function edge(px: f32, py: f32, qx: f32, qy: f32, y: f32): void {
  if (py > qy) {
    edge(qx, qy, px, py, y);
    return;
  }
  if (y < py || y >= qy) return;
  const x = px + ((y - py) / (qy - py)) * (qx - px);
  low = min<f32>(low, x);
  high = max<f32>(high, x);
}

// @ts-ignore: decorator
@inline
function whole(value: f32): i32 {
  return <i32>min<f32>(max<f32>(ceil<f32>(value), -1e7), 1e7);
}

function triangle(board: usize, boardStride: i32, left: i32, top: i32, right: i32, bottom: i32, texture: usize, stride: i32, mostU: f32, mostV: f32, ax: f32, ay: f32, bx: f32, by: f32, cx: f32, cy: f32, au: f32, av: f32, bu: f32, bv: f32, cu: f32, cv: f32, opacity: i32, scratch: usize): void {
  const area = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
  if (!(abs<f32>(area) >= 1e-6)) return;
  const acrossU = ((bu - au) * (cy - ay) - (cu - au) * (by - ay)) / area;
  const downU = ((cu - au) * (bx - ax) - (bu - au) * (cx - ax)) / area;
  const acrossV = ((bv - av) * (cy - ay) - (cv - av) * (by - ay)) / area;
  const downV = ((cv - av) * (bx - ax) - (bv - av) * (cx - ax)) / area;
  const fromU = au - acrossU * ax - downU * ay;
  const fromV = av - acrossV * ax - downV * ay;
  const first = max(top, whole(min<f32>(ay, min<f32>(by, cy)) - 0.5));
  const last = min(bottom, whole(max<f32>(ay, max<f32>(by, cy)) - 0.5));
  const none = i16x8.splat(0);
  const o = i16x8.splat(<i16>opacity);
  const middles = f32x4(0.5, 1.5, 2.5, 3.5);
  const zero = f32x4.splat(0);
  for (let y = first; y < last; y++) {
    const middle = <f32>y + 0.5;
    low = f32.MAX_VALUE;
    high = -f32.MAX_VALUE;
    edge(ax, ay, bx, by, middle);
    edge(bx, by, cx, cy, middle);
    edge(cx, cy, ax, ay, middle);
    const to = min(right, whole(high - 0.5));
    const rowU = f32x4.splat(downU * middle + fromU - 0.5);
    const rowV = f32x4.splat(downV * middle + fromV - 0.5);
    for (let x = max(left, whole(low - 0.5)); x < to; x += 4) {
      const xs = f32x4.add(f32x4.splat(<f32>x), middles);
      const u = f32x4.min(f32x4.max(f32x4.add(f32x4.mul(xs, f32x4.splat(acrossU)), rowU), zero), f32x4.splat(mostU));
      const v = f32x4.min(f32x4.max(f32x4.add(f32x4.mul(xs, f32x4.splat(acrossV)), rowV), zero), f32x4.splat(mostV));
      let lower = sample(texture, 0, stride, none, f32x4.extract_lane(u, 0), f32x4.extract_lane(v, 0), f32x4.extract_lane(u, 1), f32x4.extract_lane(v, 1));
      let upper = sample(texture, 0, stride, none, f32x4.extract_lane(u, 2), f32x4.extract_lane(v, 2), f32x4.extract_lane(u, 3), f32x4.extract_lane(v, 3));
      if (areClear(lower, upper)) continue;
      if (opacity < 32767) {
        lower = i16x8.q15mulr_sat_s(lower, o);
        upper = i16x8.q15mulr_sat_s(upper, o);
      }
      const d = board + y * boardStride + x * 4;
      if (x + 4 <= to) lay(d, lower, upper, ditherAt(x, y));
      else layEnd(d, lower, upper, ditherAt(x, y), to - x, scratch);
    }
  }
}
