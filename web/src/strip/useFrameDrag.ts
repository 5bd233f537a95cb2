import { useState } from "react";
import { followPointer } from "../stage/followPointer";
import { useShot } from "../state/select";
import type { Scale } from "./scale";

/** What is being dragged: from which frame, and how far it is shown moved, in pixels. */
interface Moved {
  frame: number;
  shift: number;
}

/** Drags one of several things along the strip by whole frames. Returns what is moved, and the press handler for one. */
export function useFrameDrag(
  scale: Scale,
  onClick: (frame: number) => void,
  onDrop: (from: number, to: number) => void,
): [Moved | null, (frame: number, event: React.PointerEvent) => void] {
  const [moved, setMoved] = useState<Moved | null>(null);
  const length = useShot()?.length ?? 1;
  const press = (frame: number, event: React.PointerEvent) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const startX = event.clientX;
    let by = 0;
    // The window is listened to: what is dragged may be laid anew under the pointer.
    followPointer({
      move: (to) => {
        by = Math.round((to.clientX - startX) / scale.perFrame);
        by = Math.min(length - frame, Math.max(1 - frame, by));
        setMoved({ frame, shift: by * scale.perFrame });
      },
      end: (at) => {
        setMoved(null);
        if (at === null) return;
        if (by === 0) onClick(frame);
        else onDrop(frame, frame + by);
      },
    });
  };
  return [moved, press];
}
