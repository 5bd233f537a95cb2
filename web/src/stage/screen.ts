import { enqueueSnackbar } from "notistack";
import type { View } from "../api/types";
import { engine } from "../engine/engine";
import { type Look, whole } from "../engine/look";
import { listFrame, paint, paintList } from "../painting/picture";
import { baked, bakedWhole, bakeFor } from "../playing/baking";
import { playOn } from "../playing/play";
import { asideOf, isBlocking, isOnBench, seesReferences, viewOf } from "../state/select";
import { get, type State, set, useStore } from "../state/store";
import { words } from "../words/stage";
import { follow, largestWindow, onPictureWindow } from "./pictureWindow";

/** The visible canvas and what is looked at on it. */
export interface Screen {
  context: CanvasRenderingContext2D;
  look: Look;
}

let screen: Screen | null = null;
let wanted = false;
let seen = false;

/** What the stage shows finely: where, and the mark of its list. */
let fine: { on: Screen; mark: number } | null = null;
let busy = false;

/** How the picture is looked at; null when there is no stage. */
export const lookNow = () => screen?.look ?? null;

let settled: () => void = () => undefined;

/** Called when what was wanted last is shown, and nothing else is on its way. */
export function onSettled(run: () => void): void {
  settled = run;
}

/** Where pictures go; null when the stage is gone. */
export function show(on: Screen | null): void {
  screen = on;
  bakeFor(on === null || isOnBench(get()) ? null : finer(on.look, get().quality));
  told("", "");
  if (on) repaint();
}

/** Whoever waits for the picture on the stage reads what it is of here, and whether that is a fine one. */
function told(painted: string, fine: string): void {
  Object.assign(document.documentElement.dataset, { painted, fine });
}

/** Paints the current frame; asked for while one is being painted, it paints once more after it. */
export function repaint(): void {
  wanted = true;
  if (!busy) void paintWhileWanted();
}

/** What the picture is of: tests and the benchmark wait until the page says that it is painted. */
export const shownMark = () => {
  const { place, shotId, puppetId, frame, revision } = get();
  return [place, shotId, puppetId, frame, revision, isBlocking(get()), asideOf(get())?.id, seesReferences(get())].join(
    " ",
  );
};

export const isPaintingStage = () => busy;

/** More pictures are on their way than anybody looks at closely. */
const isHurried = ({ gripping, scrubbing }: Pick<State, "gripping" | "scrubbing">) => gripping !== null || scrubbing;

/** The same on fewer pixels, or on more. */
const finer = (look: Look, by: number): Look => ({
  ...look,
  width: Math.max(1, Math.round(look.width * by)),
  height: Math.max(1, Math.round(look.height * by)),
  x: look.x * by,
  y: look.y * by,
});

async function paintWhileWanted(): Promise<void> {
  busy = true;
  set({ painting: true });
  while (wanted && !get().playing) {
    wanted = false;
    const view = viewOf(get());
    const on = screen;
    if (view === null || on === null) {
      // Nobody waits for a picture; while a stage is still being laid out, its own comes first.
      if (get().film !== null && (view === null || get().filmsOpen)) engine.start();
      continue;
    }
    // Something to look at comes first: a coarse picture at the start, and while something is dragged or the shot is scrubbed.
    const coarse = isHurried(get()) || !seen;
    const part = coarse ? Math.min(get().quality, 0.5) / (seen ? 1 : 2) : 1;
    const mark = shownMark();
    const { frame } = get();
    const known = baked(frame);
    const isBaked = known !== null && known.width === on.look.width && known.height === on.look.height;
    if (isBaked) {
      fine = null;
      put(on, known);
    } else if (!(await paintOn(on, view, frame, coarse, part))) continue;
    wanted ||= coarse && !isBaked && !isHurried(get());
    seen = true;
    engine.start();
    told(mark, coarse && !isBaked ? "" : mark);
  }
  busy = false;
  set({ painting: false });
  settled();
  void paintForWindow();
}

/**
 * A pose that is let go of is finely there already when it is kept: the same list is not painted twice.
 *
 * @returns whether it is shown now: the stage may have got another size meanwhile, for which it is painted next.
 */
async function paintOn(on: Screen, view: View, frame: number, coarse: boolean, part: number): Promise<boolean> {
  try {
    const { list, mark } = await listFrame(view, frame, finer(on.look, part), coarse);
    if (!coarse && fine?.on === on && fine.mark === mark) return true;
    const picture = await paintList(list);
    const shows = screen === on;
    if (shows) {
      put(on, picture);
      fine = coarse ? null : { on, mark };
    }
    picture.close();
    return shows;
  } catch (problem) {
    const message = words.notPainted(problem instanceof Error ? problem.message : String(problem));
    if (!wanted) enqueueSnackbar(message, { variant: "error", key: message, preventDuplicate: true });
    engine.start();
    return false;
  }
}

/** The canvas gets its size with its picture: until then it shows the last one. */
function put({ context, look: { width, height } }: Screen, picture: ImageBitmap): void {
  const { canvas } = context;
  if (canvas.width !== width || canvas.height !== height) [canvas.width, canvas.height] = [width, height];
  context.clearRect(0, 0, width, height);
  context.drawImage(picture, 0, 0, width, height);
  follow(picture);
}

/** Another window may be larger than the stage: what stands still is painted for it as well. */
async function paintForWindow(): Promise<void> {
  const [size, view, { frame }] = [largestWindow(), viewOf(get()), get()];
  if (size === null || view?.shot == null) return;
  const picture = await paint(view, frame, whole(size.width, size.height)).catch(() => null);
  if (picture !== null && !wanted && !get().playing && frame === get().frame) follow(picture);
  picture?.close();
}

onPictureWindow(repaint);

playOn((picture) => {
  fine = null;
  if (screen !== null) put(screen, picture);
});

/** A small picture of a frame, cut to the middle. */
export async function thumb(view: View, frame: number, width: number, height: number, cutTo: number): Promise<string> {
  const { shotId } = get();
  const known = view.shot === shotId && view.cast == null ? bakedWhole(frame) : null;
  const picture = known ?? (await paint(view, frame, whole(width, height)));
  const copy = document.createElement("canvas");
  [copy.width, copy.height] = [cutTo, height];
  copy.getContext("2d")?.drawImage(picture, (cutTo - width) / 2, 0, width, height);
  if (known === null) picture.close();
  return copy.toDataURL();
}

// Whatever changes the picture paints it again.
useStore.subscribe((now, before) => {
  const changed =
    (isHurried(before) && !isHurried(now)) ||
    (before.playing && !now.playing) ||
    now.revision !== before.revision ||
    now.frame !== before.frame ||
    now.place !== before.place ||
    now.shotId !== before.shotId ||
    now.puppetId !== before.puppetId ||
    now.film !== before.film;
  if (changed && !now.playing) repaint();
  const other = isBlocking(now) !== isBlocking(before) || asideOf(now)?.id !== asideOf(before)?.id;
  if (now.shotId !== before.shotId || now.quality !== before.quality || now.filmId !== before.filmId || other)
    show(screen);
});
