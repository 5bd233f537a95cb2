import { useState } from "react";
import { useShot } from "../state/select";
import type { Scale } from "./Strip";

/** Drags something along the strip by whole frames. Returns how far it is shown moved, and the press handler. */
export function useFrameDrag(
  scale: Scale,
  frame: number,
  onClick: () => void,
  onDrop: (to: number) => void,
): [number, (event: React.PointerEvent) => void] {
  const [moved, setMoved] = useState(0);
  const length = useShot()?.length ?? 1;
  const press = (event: React.PointerEvent) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const target = event.currentTarget as SVGElement;
    const startX = event.clientX;
    target.setPointerCapture(event.pointerId);
    let by = 0;
    target.onpointermove = (to) => {
      by = Math.round((to.clientX - startX) / scale.perFrame);
      by = Math.min(length - frame, Math.max(1 - frame, by));
      setMoved(by);
    };
    target.onpointerup = () => {
      target.onpointermove = null;
      target.onpointerup = null;
      setMoved(0);
      if (by === 0) onClick();
      else onDrop(frame + by);
    };
  };
  return [moved * scale.perFrame, press];
}
