import type { Wish } from "../api/types";
import { engine } from "../engine/engine";
import { touchPreview } from "../state/store";

let busy = false;

/** Shows what a wish would come to, and keeps nothing. While one is being worked out others are passed over: the next will be newer. */
export async function glimpse(wish: Wish): Promise<void> {
  if (busy) return;
  busy = true;
  await engine
    .work(wish)
    .then((edit) => engine.preview(edit))
    .then(touchPreview, () => undefined);
  busy = false;
}
