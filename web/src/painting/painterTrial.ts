/** Pictures that both painters paint before one is chosen; the first only makes textures and programs. */
const Tries = 4;

/** A GPU has to be so much faster to be worth what it costs to change over. */
const WorthIt = 0.8;

/**
 * Which painter is faster here, found by measuring: drivers say of themselves what they like, and a slow GPU paints fewer frames than the
 * kernels on a quick processor.
 */
export class PainterTrial {
  private readonly times: { gpu: number; kernels: number }[] = [];

  /** The same picture, painted by both, ms. */
  add(gpu: number, kernels: number): void {
    this.times.push({ gpu, kernels });
  }

  /** Null until enough pictures were painted. */
  get gpuIsFaster(): boolean | null {
    if (this.times.length < Tries) return null;
    const warm = this.times.slice(1);
    const least = (of: "gpu" | "kernels") => Math.min(...warm.map((time) => time[of]));
    return least("gpu") < WorthIt * least("kernels");
  }
}
