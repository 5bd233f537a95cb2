import type { View } from "../api/types";
import { engine } from "../engine/engine";
import { shotOf, viewOf } from "../state/select";
import { get, type State, set, useStore } from "../state/store";
import { Painter } from "./painter";

/** Pictures that playback keeps; beyond this many bytes it paints as it goes. */
const MostKept = 320 * 1024 * 1024;

/** Frames shown in the last second tell the rate. */
const RateWindowMs = 1000;

let painter: Promise<Painter> | null = null;
let painting: Promise<unknown> = Promise.resolve();

/** Paints one after the other; the canvas is good until the next paint, so what is done with it is done inside. */
function paintThen<T>(
  view: View,
  frame: number,
  width: number,
  height: number,
  use: (canvas: HTMLCanvasElement) => T,
  draft = false,
): Promise<T> {
  painter ??= Painter.start();
  const ready = painter;
  const done = painting.then(async () => {
    const bytes = await engine.frame(view, frame, draft);
    const ids = get().film?.drawings.map((drawing) => drawing.id) ?? [];
    return use(await (await ready).paint(bytes, ids, width, height));
  });
  painting = done.catch(() => undefined);
  return done;
}

/** The visible canvas and how large its picture is. */
export interface Screen {
  context: CanvasRenderingContext2D;
  width: number;
  height: number;
}

let screen: Screen | null = null;
let wanted = false;
let seen = false;
let busy = false;

/** Where pictures go; null when the stage is gone. */
export function show(on: Screen | null): void {
  screen = on;
  if (on) repaint();
}

/** Paints the current frame; asked for while one is being painted, it paints once more after it. */
export function repaint(): void {
  wanted = true;
  if (!busy) void paintWhileWanted();
}

/** What the picture is of: tests and the benchmark wait until the page says that it is painted. */
export const shownMark = () => {
  const { place, shotId, puppetId, frame, revision } = get();
  return [place, shotId, puppetId, frame, revision].join(" ");
};

export const isPaintingStage = () => busy;

/** More pictures are on their way than anybody looks at closely. */
const isHurried = ({ gripping, scrubbing }: Pick<State, "gripping" | "scrubbing">) => gripping !== null || scrubbing;

async function paintWhileWanted(): Promise<void> {
  busy = true;
  while (wanted && !get().playing) {
    wanted = false;
    const view = viewOf(get());
    const on = screen;
    if (view === null || on === null) {
      engine.start();
      continue;
    }
    // Something to look at comes first: a coarse picture at the start, and while something is dragged or the shot is scrubbed.
    const coarse = isHurried(get()) || !seen;
    const part = coarse ? Math.min(get().quality, 0.5) / (seen ? 1 : 2) : 1;
    const mark = shownMark();
    const toScreen = (canvas: HTMLCanvasElement) => put(on, canvas);
    const [width, height] = [Math.round(on.width * part), Math.round(on.height * part)];
    await paintThen(view, get().frame, width, height, toScreen, coarse).catch(() => undefined);
    wanted ||= coarse && !isHurried(get());
    seen = true;
    engine.start();
    document.documentElement.dataset.painted = mark;
    document.documentElement.dataset.fine = coarse ? "" : mark;
  }
  busy = false;
}

function put(on: Screen, picture: CanvasImageSource): void {
  on.context.clearRect(0, 0, on.width, on.height);
  on.context.drawImage(picture, 0, 0, on.width, on.height);
}

/** A frame's picture as RGBA rows, painted at a size of its own. */
export const pixels = (view: View, frame: number, width: number, height: number) =>
  paintThen(view, frame, width, height, (canvas) => {
    const copy = document.createElement("canvas");
    [copy.width, copy.height] = [width, height];
    const context = copy.getContext("2d") as CanvasRenderingContext2D;
    context.drawImage(canvas, 0, 0);
    return context.getImageData(0, 0, width, height).data;
  });

/** A small picture of a frame, cut to the middle. */
export const thumb = (view: View, frame: number, width: number, height: number, cutTo: number) =>
  paintThen(view, frame, width, height, (canvas) => {
    const copy = document.createElement("canvas");
    [copy.width, copy.height] = [cutTo, height];
    copy.getContext("2d")?.drawImage(canvas, (cutTo - width) / 2, 0);
    return copy.toDataURL();
  });

/** Frames painted ahead, for the film as it stood at an edit and a size. */
let kept = new Map<number, ImageBitmap>();
let keptFor = "";

function keep(key: string): Map<number, ImageBitmap> {
  if (key !== keptFor) {
    for (const picture of kept.values()) picture.close();
    kept = new Map();
    keptFor = key;
    set({ ready: new Set() });
  }
  return kept;
}

export const togglePlay = () => (get().playing ? stop() : play());

export const stop = () => set({ playing: false, reached: null });

export function play(): void {
  const shot = shotOf(get());
  if (shot === null || get().place === "parts" || get().place === "rig") return;
  set({ playing: true, reached: null });
  void run(shot.length, get().film?.frameRate ?? 24);
}

/**
 * The clock says which frame is due; a frame that is not painted in time is left out, so that a second on the clock
 * is a second of film. Whatever time is left goes into painting ahead.
 */
async function run(length: number, rate: number): Promise<void> {
  const [first, began] = [get().frame, performance.now()];
  const shown: number[] = [];
  let last = 0;
  while (get().playing) {
    const [view, on] = [viewOf(get()), screen];
    if (view === null || on === null) break;
    const { quality, edits, filmId } = get();
    const [width, height] = [Math.round(on.width * quality), Math.round(on.height * quality)];
    const pictures = keep(`${filmId} ${view.shot} ${edits} ${width}x${height}`);
    const due = ((first - 1 + Math.floor(((performance.now() - began) * rate) / 1000)) % length) + 1;
    if (due !== last) {
      last = due;
      const picture = pictures.get(due) ?? (await bake(pictures, view, due, width, height));
      if (!get().playing) break;
      put(on, picture);
      const now = performance.now();
      shown.push(now);
      while ((shown[0] ?? now) < now - RateWindowMs) shown.shift();
      const seconds = Math.min(RateWindowMs, now - began) / 1000;
      set({ frame: due, ...(seconds > 0.5 ? { reached: Math.round((shown.length / seconds) * 10) / 10 } : {}) });
    } else {
      const next = nextMissing(pictures, due, length, width * height * 4);
      if (next !== null) await bake(pictures, view, next, width, height);
    }
    await new Promise(requestAnimationFrame);
  }
  set({ playing: false, reached: null });
  repaint();
}

function nextMissing(pictures: Map<number, ImageBitmap>, due: number, length: number, bytes: number): number | null {
  if ((pictures.size + 1) * bytes > MostKept) return null;
  for (let ahead = 1; ahead < length; ahead++) {
    const frame = ((due - 1 + ahead) % length) + 1;
    if (!pictures.has(frame)) return frame;
  }
  return null;
}

async function bake(pictures: Map<number, ImageBitmap>, view: View, frame: number, width: number, height: number) {
  const picture = await await paintThen(view, frame, width, height, (canvas) => createImageBitmap(canvas));
  if ((pictures.size + 1) * width * height * 4 <= MostKept) {
    pictures.set(frame, picture);
    set({ ready: new Set(pictures.keys()) });
  }
  return picture;
}

// Whatever changes the picture paints it again.
useStore.subscribe((now, before) => {
  const changed =
    (isHurried(before) && !isHurried(now)) ||
    now.revision !== before.revision ||
    now.frame !== before.frame ||
    now.place !== before.place ||
    now.shotId !== before.shotId ||
    now.puppetId !== before.puppetId ||
    now.film !== before.film;
  if (changed && !now.playing) repaint();
  if (now.edits !== before.edits) set({ ready: new Set() });
});
