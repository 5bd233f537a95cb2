/** Nine numbers, row by row: (x, y, 1) ↦ (X, Y, W), seen at (X / W, Y / W). */
export type Map9 = readonly number[] | Float32Array;

export const identity: Map9 = [1, 0, 0, 0, 1, 0, 0, 0, 1];

const at = (m: Map9, i: number) => m[i] ?? 0;

/** The inner map first. */
export function then(outer: Map9, inner: Map9): number[] {
  const product: number[] = [];
  for (let row = 0; row < 9; row += 3) {
    for (let column = 0; column < 3; column++) {
      product.push(
        at(outer, row) * at(inner, column) +
          at(outer, row + 1) * at(inner, column + 3) +
          at(outer, row + 2) * at(inner, column + 6),
      );
    }
  }
  return product;
}

/** A draw list's matrix, a b c d e f. */
export const ofMatrix = (m: ArrayLike<number>): number[] => [
  m[0] ?? 1,
  m[2] ?? 0,
  m[4] ?? 0,
  m[1] ?? 0,
  m[3] ?? 1,
  m[5] ?? 0,
  0,
  0,
  1,
];

/** Scaled, and then shifted. */
export const scaled = (scale: number, x: number, y: number): number[] => [scale, 0, x, 0, scale, y, 0, 0, 1];

/** Null for a plane that is seen edge on. */
export function inverse(m: Map9): number[] | null {
  const [a, b, c, d, e, f, g, h, i] = Array.from(m) as [
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
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  if (det === 0 || !Number.isFinite(1 / det)) return null;
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ].map((value) => value / det);
}

/** Neither turned, leaning nor mirrored. */
export const isUpright = (m: Map9) =>
  at(m, 1) === 0 &&
  at(m, 3) === 0 &&
  at(m, 6) === 0 &&
  at(m, 7) === 0 &&
  at(m, 0) / at(m, 8) > 0 &&
  at(m, 4) / at(m, 8) > 0;
