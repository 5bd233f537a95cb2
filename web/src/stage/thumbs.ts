import type { View } from "../api/types";
import { isPaintingStage, thumb } from "./screen";

/** A small picture that somebody waits for, cut to the middle. */
export interface ThumbOrder {
  view: View;
  frame: number;
  width: number;
  height: number;
  cutTo: number;
  done: (url: string) => void;
}

const orders = new Set<ThumbOrder>();
let working = false;

/** Small pictures are painted one at a time while the page has nothing else to do, so that the stage waits for one at most. */
export function orderThumb(order: ThumbOrder): () => void {
  orders.add(order);
  if (!working) void work();
  return () => void orders.delete(order);
}

/** So long after the last turn of a wheel or move of a pressed pointer the hand rests, ms. */
const Rest = 200;

let busyUntil = 0;
const handMoves = () => {
  busyUntil = performance.now() + Rest;
};
addEventListener("wheel", handMoves, { passive: true, capture: true });
addEventListener("pointermove", (event: PointerEvent) => event.buttons !== 0 && handMoves(), {
  passive: true,
  capture: true,
});

/** When the page has nothing else to do and the hand rests: painting takes the time of a core, and there may be two. */
async function idle(): Promise<void> {
  for (let left = 0; left >= 0; left = busyUntil - performance.now()) {
    if (left > 0) await new Promise((resolve) => setTimeout(resolve, left));
    await new Promise((resolve) => requestIdleCallback(resolve));
  }
}

async function work(): Promise<void> {
  working = true;
  for (await idle(); orders.size > 0; await idle()) {
    const [next] = orders;
    if (next === undefined || isPaintingStage()) continue;
    orders.delete(next);
    const { view, frame, width, height, cutTo } = next;
    await thumb(view, frame, width, height, cutTo).then(next.done, () => undefined);
  }
  working = false;
}
