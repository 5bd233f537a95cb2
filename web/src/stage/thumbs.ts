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

const idle = () => new Promise<unknown>((resolve) => requestIdleCallback(resolve));

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
