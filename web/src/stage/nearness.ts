import { engine } from "../engine/engine";
import { tell } from "../state/film";
import { isOnBench, pictureOf, viewOf } from "../state/select";
import { fitted, get, type Nearness, set } from "../state/store";
import { nearTo, type Rect, zoomed } from "./looking";

/** A wheel's line, in pixels, where a browser counts lines. */
const Line = 16;

/** How much nearer a pixel of wheel comes; fingers that pinch send small steps. */
const WheelRate = 0.0015;
const PinchRate = 0.01;

/** How much nearer a key comes. */
export const KeyStep = 1.25;

const onBench = () => isOnBench(get());

export const nearnessNow = (): Nearness => (onBench() ? get().nearness.bench : get().nearness.stage);

export function lookFrom(next: Nearness, bench = onBench()): void {
  set((state) => ({ nearness: { ...state.nearness, [bench ? "bench" : "stage"]: next } }));
}

/** The wheel, and two fingers that pinch, which browsers tell as a wheel with Ctrl. */
export function zoomAt(event: WheelEvent, room: Rect, bench: boolean): void {
  const target = event.currentTarget as HTMLElement;
  const box = target.getBoundingClientRect();
  const at = {
    x: event.clientX - box.left - room.left - room.width / 2,
    y: event.clientY - box.top - room.top - room.height / 2,
  };
  const pixels = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? event.deltaY * Line : event.deltaY;
  lookFrom(zoomed(nearnessNow(), Math.exp(-pixels * (event.ctrlKey ? PinchRate : WheelRate)), at), bench);
}

/** The middle button, or any while the key is held. */
export const isPan = (event: { button: number }) => event.button === 1 || get().panning;

/** Takes hold of the picture until the press ends. */
export function startPan(event: React.PointerEvent, bench: boolean): void {
  event.preventDefault();
  event.stopPropagation();
  const [startX, startY, from] = [event.clientX, event.clientY, nearnessNow()];
  const move = (moved: PointerEvent) =>
    lookFrom({ ...from, x: from.x + moved.clientX - startX, y: from.y + moved.clientY - startY }, bench);
  const end = () => {
    window.removeEventListener("pointermove", move);
    window.removeEventListener("pointerup", end);
    window.removeEventListener("pointercancel", end);
  };
  window.addEventListener("pointermove", move);
  window.addEventListener("pointerup", end);
  window.addEventListener("pointercancel", end);
}

export const zoomBy = (by: number) => lookFrom(zoomed(nearnessNow(), by, { x: 0, y: 0 }));

export const seeAll = () => lookFrom(fitted);

/** How large the picture is on the stage when all of it is seen; told by the stage. */
let stage: { whole: Rect; room: Rect } | null = null;

export function measured(whole: Rect, room: Rect): void {
  stage = { whole, room };
}

/** A pixel of the film for a pixel of the screen. */
export function seePixels(): void {
  if (stage === null) return;
  const zoom = pictureOf(get()).width / (stage.whole.width * Math.min(2, window.devicePixelRatio));
  lookFrom(zoomed(nearnessNow(), zoom / nearnessNow().zoom, { x: 0, y: 0 }));
}

/** To what is chosen, with all its handles. */
export async function seeChosen(): Promise<void> {
  const { frame, chosen, castId } = get();
  const view = viewOf(get());
  const owner = onBench() ? "bench" : (chosen?.owner ?? (chosen?.kind === "thing" ? chosen.thing : castId));
  if (view === null || owner === null || stage === null) return;
  const answer = await engine.ask({ kind: "overlay", view, frame, owner }).catch(tell);
  const own = Object.values(answer ?? {}).flatMap((list) =>
    Array.isArray(list)
      ? list.filter(
          (one) => one !== null && typeof one === "object" && (one as { thing?: string }).thing === chosen?.thing,
        )
      : [],
  );
  const places = placesIn(own.length > 0 ? own : answer);
  if (places.length === 0) return;
  const { width, height } = pictureOf(get());
  const [xs, ys] = [places.map(({ x }) => x / width), places.map(({ y }) => y / height)];
  const grow = 0.02;
  const box = {
    left: Math.min(...xs) - grow,
    top: Math.min(...ys) - grow,
    right: Math.max(...xs) + grow,
    bottom: Math.max(...ys) + grow,
  };
  lookFrom(nearTo(box, stage.whole, stage.room));
}

/** All places of the picture in an answer. */
export function placesIn(answer: unknown): { x: number; y: number }[] {
  if (answer === null || typeof answer !== "object") return [];
  if ("x" in answer && "y" in answer && typeof answer.x === "number" && typeof answer.y === "number")
    return [{ x: answer.x, y: answer.y }];
  return Object.values(answer).flatMap(placesIn);
}
