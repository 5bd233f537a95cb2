import type { DrawList } from "./drawList";

/** How the picture lies in what it is painted on: scaled to fit, in the middle. */
export interface Fit {
  width: number;
  height: number;
  scale: number;
  left: number;
  top: number;
}

/** Something that pictures are painted on. The canvas is good until the next paint. */
export interface Target {
  paint(list: DrawList, fit: Fit): HTMLCanvasElement;
}

export function fitInto(list: DrawList, width: number, height: number): Fit {
  const scale = Math.min(width / list.width, height / list.height);
  return {
    width,
    height,
    scale,
    left: (width - list.width * scale) / 2,
    top: (height - list.height * scale) / 2,
  };
}

/** Red, green, blue and alpha, 0 to 1, of a colour packed as ARGB. */
export const channels = (argb: number): [number, number, number, number] => [
  ((argb >>> 16) & 255) / 255,
  ((argb >>> 8) & 255) / 255,
  (argb & 255) / 255,
  (argb >>> 24) / 255,
];

/** The same as CSS. */
export const colourOf = (argb: number): string =>
  `rgb(${(argb >>> 16) & 255} ${(argb >>> 8) & 255} ${argb & 255} / ${(argb >>> 24) / 255})`;
