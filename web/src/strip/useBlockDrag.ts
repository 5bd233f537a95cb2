import { useState } from "react";
import { followPointer } from "../stage/followPointer";
import type { Scale } from "./scale";

interface BlockDrag<Block, Part> {
  /** The block after a drag of a part by whole frames. */
  dragged: (part: Part, by: number) => Block;
  onPress: () => void;
  onDrop: (to: Block, part: Part) => void;
}

/** A block on the strip that is dragged by one of its parts. Returns how it is shown meanwhile, and the press handler for a part. */
export function useBlockDrag<Block, Part>(
  block: Block,
  scale: Scale,
  { dragged, onPress, onDrop }: BlockDrag<Block, Part>,
): [Block, (part: Part) => (event: React.PointerEvent<SVGElement>) => void] {
  const [moved, setMoved] = useState<Block | null>(null);
  const press = (part: Part) => (event: React.PointerEvent<SVGElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    onPress();
    const startX = event.clientX;
    let now = block;
    followPointer({
      move: (to) => {
        now = dragged(part, Math.round((to.clientX - startX) / scale.perFrame));
        setMoved(now);
      },
      end: (at) => {
        setMoved(null);
        if (at !== null) onDrop(now, part);
      },
    });
  };
  return [moved ?? block, press];
}
