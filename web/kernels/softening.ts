/**
 * The Gaussian, along rows and then along columns, into sixteen bits a channel; src/Fretsaw.Print/Kernels/Softening.cs.
 *
 * @param taps from the middle out, radius + 1 floats that sum to a whole with their mirrored ones.
 * @param scratch (2 · radius + 3) rows of (4 · width + 8 · radius + 16) floats.
 */
export function soften(from: usize, fromStride: i32, width: i32, height: i32, into: usize, intoStride: i32, taps: usize, radius: i32, scratch: usize): void {
  const floats = (width * 4 + 3) & ~3;
  const rowBytes = (floats + 8 * radius + 16) * 4;
  const ring = 2 * radius + 1;
  const line = scratch;
  const clear = scratch + rowBytes;
  const rows = scratch + 2 * rowBytes;
  memory.fill(line, 0, rowBytes);
  memory.fill(clear, 0, rowBytes);
  let done = 0;
  for (let y = 0; y < height; y++) {
    for (; done < min(height, y + radius + 1); done++) {
      const body = line + radius * 16;
      const source = from + done * fromStride;
      for (let x = 0; x < width; x++) {
        const words = i16x8.extend_low_i8x16_u(v128.load32_zero(source + x * 4));
        v128.store(body + x * 16, f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(words)));
      }
      across(body, rows + (done % ring) * rowBytes, taps, radius, floats);
    }
    down(rows, rowBytes, clear, y, height, ring, into + y * intoStride, taps, radius, floats);
  }
}

function across(from: usize, into: usize, taps: usize, radius: i32, floats: i32): void {
  const middle = v128.load32_splat(taps);
  for (let n = 0; n < floats * 4; n += 16) {
    let sum = f32x4.mul(v128.load(from + n), middle);
    for (let t = 1; t <= radius; t++) {
      const both = f32x4.add(v128.load(from + n - t * 16), v128.load(from + n + t * 16));
      sum = f32x4.add(sum, f32x4.mul(both, v128.load32_splat(taps + t * 4)));
    }
    v128.store(into + n, sum);
  }
}

// @ts-ignore: decorator
@inline
function rowAt(rows: usize, rowBytes: i32, clear: usize, y: i32, height: i32, ring: i32): usize {
  return y < 0 || y >= height ? clear : rows + (y % ring) * rowBytes;
}

function down(rows: usize, rowBytes: i32, clear: usize, y: i32, height: i32, ring: i32, into: usize, taps: usize, radius: i32, floats: i32): void {
  // Sums row by row, so that a row's address is found once.
  const sums = rows + ring * rowBytes;
  const own = rowAt(rows, rowBytes, clear, y, height, ring);
  const middle = v128.load32_splat(taps);
  for (let n = 0; n < floats * 4; n += 16) v128.store(sums + n, f32x4.mul(v128.load(own + n), middle));
  for (let t = 1; t <= radius; t++) {
    const above = rowAt(rows, rowBytes, clear, y - t, height, ring);
    const below = rowAt(rows, rowBytes, clear, y + t, height, ring);
    const tap = v128.load32_splat(taps + t * 4);
    for (let n = 0; n < floats * 4; n += 16) {
      const both = f32x4.add(v128.load(above + n), v128.load(below + n));
      v128.store(sums + n, f32x4.add(v128.load(sums + n), f32x4.mul(both, tap)));
    }
  }
  const steps = f32x4.splat(128);
  for (let n = 0; n < floats * 4; n += 16) {
    const words = i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.mul(v128.load(sums + n), steps)));
    v128.store64_lane(into + (n >> 1), i16x8.narrow_i32x4_s(words, words), 0);
  }
}
