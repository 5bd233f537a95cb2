import { useTheme } from "@mui/material/styles";
import { useEffect, useRef } from "react";
import type { Point } from "../api/types";

/** How far the brush works, round the pointer. It follows without anything being rendered anew. */
export function BrushRing({
  radius,
  width,
  toPuppet,
}: {
  /** Puppet pixels, as the ring is drawn in. */
  radius: number;
  width: number;
  /** From a place on the overlay, screen pixels. */
  toPuppet: (at: Point) => Point;
}) {
  const { inks } = useTheme().palette;
  const ring = useRef<SVGGElement>(null);
  useEffect(() => {
    const overlay = ring.current?.closest<SVGElement>("[data-overlay]");
    const follow = ({ clientX, clientY }: PointerEvent) => {
      const box = overlay?.getBoundingClientRect();
      if (!box) return;
      const { x, y } = toPuppet({ x: clientX - box.left, y: clientY - box.top });
      ring.current?.setAttribute("transform", `translate(${x} ${y})`);
      ring.current?.removeAttribute("visibility");
    };
    window.addEventListener("pointermove", follow);
    return () => window.removeEventListener("pointermove", follow);
  }, [toPuppet]);
  return (
    <g ref={ring} visibility="hidden" fill="none" data-testid="brush-ring">
      <circle r={radius} stroke="#FFFFFF" strokeOpacity={0.8} strokeWidth={2.5 * width} />
      <circle r={radius} stroke={inks.petrol} strokeWidth={1.2 * width} />
    </g>
  );
}
