import type { Kit } from "./kit";
import type { Sheet, SoftSheet } from "./sheets";

/** So far from its middle a Gaussian is cut off, sigmas; Softness.Reach in the core. */
const Reach = 3;

/** The Gaussian's taps from the middle out, which sum to a whole with their mirrored ones. */
export function tapsOf(sigma: number): Float32Array {
  const radius = sigma <= 0.05 ? 0 : Math.max(1, Math.ceil(Reach * sigma));
  const taps = Float32Array.from({ length: radius + 1 }, (_, i) =>
    radius === 0 ? 1 : Math.exp((-i * i) / (2 * sigma * sigma)),
  );
  const sum = taps.reduce((total, tap, i) => total + (i === 0 ? tap : 2 * tap), 0);
  return taps.map((tap) => tap / sum);
}

/** Softens a sheet into one that becomes as large; sigma in its pixels. */
export function soften({ kernels }: Kit, from: Sheet, into: SoftSheet, sigma: number): void {
  into.resize(from.width, from.height);
  const taps = tapsOf(sigma);
  const radius = taps.length - 1;
  const tapBytes = (taps.byteLength + 15) & ~15;
  const rowBytes = (4 * from.width + 8 * radius + 32) * 4;
  const scratch = kernels.room(tapBytes + (2 * radius + 5) * rowBytes);
  kernels.floats(scratch, taps.length).set(taps);
  kernels.run.soften(
    from.at,
    from.stride,
    from.width,
    from.height,
    into.at,
    into.stride,
    scratch,
    radius,
    scratch + tapBytes,
  );
}
