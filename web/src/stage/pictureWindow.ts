import { get } from "../state/store";

/** A window that shows the picture alone, and how large it is there. */
interface PictureWindow {
  context: CanvasRenderingContext2D;
  closed: () => boolean;
}

let windows: PictureWindow[] = [];

declare global {
  interface Window {
    /** For a window that this one opened: shows on its canvas what is shown here. */
    showPictureOn?: (canvas: HTMLCanvasElement, from: Window) => void;
  }
}

window.showPictureOn = (canvas, from) => {
  const context = canvas.getContext("2d");
  if (context) windows = [...windows.filter((one) => one.context !== context), { context, closed: () => from.closed }];
  changed();
};

let changed: () => void = () => undefined;

/** Called when a window wants a picture. */
export function onPictureWindow(run: () => void): void {
  changed = run;
}

export const picturePath = (filmId: string) => `/films/${encodeURIComponent(filmId)}/picture`;

export function openPictureWindow(): void {
  const { filmId } = get();
  if (filmId !== null) window.open(picturePath(filmId), "fretsaw-picture", "popup,width=960,height=540");
}

/** Shows a picture on every window that follows; those that were closed are forgotten. */
export function follow(picture: CanvasImageSource & { width: number; height: number }): void {
  windows = windows.filter((one) => !one.closed());
  for (const { context } of windows) {
    const { canvas } = context;
    const scale = Math.min(canvas.width / picture.width, canvas.height / picture.height);
    const [width, height] = [picture.width * scale, picture.height * scale];
    context.clearRect(0, 0, canvas.width, canvas.height);
    context.drawImage(picture, (canvas.width - width) / 2, (canvas.height - height) / 2, width, height);
  }
}

/** The largest of those windows, in pixels; null when there is none. */
export function largestWindow(): { width: number; height: number } | null {
  windows = windows.filter((one) => !one.closed());
  const sizes = windows.map(({ context }) => ({ width: context.canvas.width, height: context.canvas.height }));
  return sizes.sort((a, b) => b.width - a.width)[0] ?? null;
}
