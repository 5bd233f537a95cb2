import { useStore } from "../state/store";

/** What a picture of the stage shows; only this is drawn anew with every frame that plays. */
export function LensCaption() {
  const frame = useStore((state) => state.frame);
  const says = useStore(({ armed, taking, place }) =>
    place !== "act" ? "" : taking ? " · performing" : armed ? " · take armed" : "",
  );
  return `Through the lens · frame ${frame}${says}`;
}
