import { useStore } from "../state/store";
import { words } from "../words/stage";

/** What a picture of the stage shows; only this is drawn anew with every frame that plays. */
export function LensCaption() {
  const frame = useStore((state) => state.frame);
  const says = useStore(({ armed, taking, place }) =>
    place !== "act" ? "" : taking ? words.recording : armed ? words.takeArmed : "",
  );
  return words.throughLens(frame, says);
}
