import { useState } from "react";
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
    const target = event.currentTarget;
    const startX = event.clientX;
    target.setPointerCapture(event.pointerId);
    let now = block;
    target.onpointermove = (to) => {
      now = dragged(part, Math.round((to.clientX - startX) / scale.perFrame));
      setMoved(now);
    };
    target.onlostpointercapture = () => {
      target.onpointermove = null;
      target.onlostpointercapture = null;
      setMoved(null);
      onDrop(now, part);
    };
  };
  return [moved ?? block, press];
}
