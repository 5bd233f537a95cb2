import { between } from "./lanes";

/** A texel's neighbours, straight lines between: two pixels of a half. src/Fretsaw.Print/Kernels/Sampling.cs. */
// @ts-ignore: decorator
@inline
function columns(sheet: usize, stride: i32, u: f32, v: f32): v128 {
  const left = floor<f32>(u);
  const top = floor<f32>(v);
  const at = sheet + <i32>top * stride + <i32>left * 8;
  return between(v128.load(at), v128.load(at + stride), i16x8.splat(<i16>nearest<f32>((v - top) * 32767)));
}

// @ts-ignore: decorator
@inline
function across(u: f32): i16 {
  return <i16>nearest<f32>((u - floor<f32>(u)) * 32767);
}

/** Two samples. */
// @ts-ignore: decorator
@inline
function two(sheet: usize, stride: i32, u0: f32, v0: f32, u1: f32, v1: f32): v128 {
  const p = columns(sheet, stride, u0, v0);
  const q = columns(sheet, stride, u1, v1);
  const weights = i64x2.shuffle(i16x8.splat(across(u0)), i16x8.splat(across(u1)), 0, 2);
  return between(i64x2.shuffle(p, q, 0, 2), i64x2.shuffle(p, q, 1, 3), weights);
}

/** Two samples of one sheet, or of two that are mixed. */
// @ts-ignore: decorator
@inline
export function sample(a: usize, b: usize, stride: i32, mix: v128, u0: f32, v0: f32, u1: f32, v1: f32): v128 {
  const texel = two(a, stride, u0, v0, u1, v1);
  return b === 0 ? texel : between(texel, two(b, stride, u0, v0, u1, v1), mix);
}
