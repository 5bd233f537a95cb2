import { useStore } from "../state/store";

/** What a picture of the stage shows; only this is drawn anew with every frame that plays. */
export function LensCaption() {
  const frame = useStore((state) => state.frame);
  return `Through the lens · frame ${frame}`;
}
