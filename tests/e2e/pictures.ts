import type { Page } from "@playwright/test";

export interface Affine {
  scale: number;
  x: number;
  y: number;
}

/** How a puppet's pixels lie on its bench: all its art in the middle, filling 86 % of the frame (View.Bench in the core). */
// biome-ignore lint/suspicious/noExplicitAny: a film is JSON here
export function onBench(film: any, puppetId: string, width: number, height: number): Affine {
  const puppet = film.puppets.find((one: { id: string }) => one.id === puppetId);
  const boxes = puppet.parts
    .map((part: { drawing?: string }) => film.drawings.find((one: { id: string }) => one.id === part.drawing)?.bounds)
    .filter((box: unknown) => box !== undefined);
  const left = Math.min(...boxes.map((box: { x: number }) => box.x));
  const top = Math.min(...boxes.map((box: { y: number }) => box.y));
  const right = Math.max(...boxes.map((box: { x: number; width: number }) => box.x + box.width));
  const bottom = Math.max(...boxes.map((box: { y: number; height: number }) => box.y + box.height));
  const scale = Math.min(width / (right - left), height / (bottom - top)) * 0.86;
  return { scale, x: width / 2 - (scale * (left + right)) / 2, y: height / 2 - (scale * (top + bottom)) / 2 };
}

/**
 * An SVG file as the browser itself renders it, on white, placed by a map.
 * @param corner its view box.
 */
export async function rendered(page: Page, svg: string, corner: { x: number; y: number; width: number; height: number }, at: Affine, width: number, height: number): Promise<Buffer> {
  // Laid out inside a picture of the wanted size, the file is rasterised once and not scaled after that.
  const [across, down] = [corner.width * at.scale, corner.height * at.scale];
  const placed = svg.replace(/^[^]*?<svg([^>]*)>/, (_, rest: string) => {
    const inner = rest.replace(/\s(width|height|x|y)="[^"]*"/g, "");
    return `<svg${inner} x="${at.x + corner.x * at.scale}" y="${at.y + corner.y * at.scale}" width="${across}" height="${down}">`;
  });
  const whole = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="white"/>${placed}</svg>`;
  const bytes = await page.evaluate(
    async ([whole, width, height]) => {
      const image = new Image();
      image.src = URL.createObjectURL(new Blob([whole], { type: "image/svg+xml" }));
      await image.decode();
      const canvas = document.createElement("canvas");
      [canvas.width, canvas.height] = [width, height];
      const context = canvas.getContext("2d") as CanvasRenderingContext2D;
      context.drawImage(image, 0, 0);
      return Array.from(context.getImageData(0, 0, width, height).data, (byte) => String.fromCharCode(byte)).join("");
    },
    [whole, width, height] as const,
  );
  return Buffer.from(bytes, "latin1");
}

/** What Fretsaw paints of a view, laid on white. */
export async function ours(page: Page, view: object, frame: number, width: number, height: number): Promise<Buffer> {
  const bytes: string = await page.evaluate(
    async ([view, frame, width, height]) => Array.from(await window.fretsaw.pixels(view, frame, width, height), (byte) => String.fromCharCode(byte)).join(""),
    [view, frame, width, height] as const,
  );
  const pixels = Buffer.from(bytes, "latin1");
  return pixels.map((value, i) => (i % 4 === 3 ? 255 : value + (255 - value) * (1 - (pixels[i - (i % 4) + 3] ?? 0) / 255))) as Buffer;
}

/** Every square of so many pixels a side as one. Rasterisers count an edge's cover in steps; this makes the steps finer. */
export function averaged(pixels: ArrayLike<number>, width: number, side: number): number[] {
  const [across, down] = [width / side, pixels.length / 4 / width / side];
  const small = new Array<number>(across * down * 4).fill(0);
  for (let i = 0; i < pixels.length; i++) {
    const [x, y] = [Math.floor(i / 4) % width, Math.floor(i / 4 / width)];
    const at = (Math.floor(y / side) * across + Math.floor(x / side)) * 4 + (i % 4);
    small[at] = (small[at] ?? 0) + (pixels[i] ?? 0) / side ** 2;
  }
  return small;
}

/** Peak signal to noise of the colours of two pictures, dB. */
export function psnr(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let squares = 0;
  for (let i = 0; i < a.length; i += 4) for (let c = 0; c < 3; c++) squares += ((a[i + c] ?? 0) - (b[i + c] ?? 0)) ** 2;
  return 10 * Math.log10(255 ** 2 / (squares / ((a.length / 4) * 3)));
}

/** The likeness of the worst tile of 32 × 32 pixels, dB. */
export function worstTile(a: ArrayLike<number>, b: ArrayLike<number>, width: number): number {
  const [side, height] = [32, a.length / 4 / width];
  let worst = Number.POSITIVE_INFINITY;
  for (let top = 0; top < height; top += side) {
    for (let left = 0; left < width; left += side) {
      const of = (picture: ArrayLike<number>) => {
        const tile: number[] = [];
        for (let y = top; y < Math.min(top + side, height); y++) {
          for (let i = (y * width + left) * 4; i < (y * width + Math.min(left + side, width)) * 4; i++) tile.push(picture[i] ?? 0);
        }
        return tile;
      };
      worst = Math.min(worst, psnr(of(a), of(b)));
    }
  }
  return worst;
}
