import type { PixelBox } from "./drawList.generated";

export const boxWidth = (box: PixelBox) => Math.max(0, box.right - box.left);
export const boxHeight = (box: PixelBox) => Math.max(0, box.bottom - box.top);
export const isEmpty = (box: PixelBox) => box.right <= box.left || box.bottom <= box.top;

export const cut = (a: PixelBox, b: PixelBox): PixelBox => ({
  left: Math.max(a.left, b.left),
  top: Math.max(a.top, b.top),
  right: Math.min(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
});

/** The next larger box whose sides lie on the lines of a grid. */
export const onGrid = (box: PixelBox, step: number): PixelBox => ({
  left: Math.floor(box.left / step) * step,
  top: Math.floor(box.top / step) * step,
  right: Math.ceil(box.right / step) * step,
  bottom: Math.ceil(box.bottom / step) * step,
});

export const grown = (box: PixelBox, by: number): PixelBox => ({
  left: box.left - by,
  top: box.top - by,
  right: box.right + by,
  bottom: box.bottom + by,
});
