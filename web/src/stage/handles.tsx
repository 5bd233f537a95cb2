import { useTheme } from "@mui/material/styles";
import type { PointerEventHandler } from "react";
import type { Point } from "../api/types";
import { words } from "../words/stage";

/** The shapes of our handles. Sizes are in screen pixels: `scale` is picture pixels to one of them. */
interface Handle {
  at: Point;
  scale: number;
  onDown: PointerEventHandler;
}

const grab = { cursor: "grab" } as const;

/** A ringed tack. */
export function PinTack({ at, name, chosen, scale, onDown }: Handle & { name: string; chosen: boolean }) {
  const { inks } = useTheme().palette;
  return (
    <g
      transform={`translate(${at.x} ${at.y}) scale(${scale})`}
      onPointerDown={onDown}
      style={grab}
      data-handle={`pin ${name}`}
    >
      <title>{name}</title>
      <circle r={11} fill="transparent" />
      <circle r={6.5} fill={chosen ? inks.blade : inks.petrol} stroke="#FFFFFF" strokeWidth={2} />
      <circle r={2} fill="#FFFFFF" />
    </g>
  );
}

/** A lath with brass rivets. */
export function BoneLath({
  start,
  end,
  name,
  chosen,
  scale,
  onDown,
  onStart,
  onEnd,
}: {
  start: Point;
  end: Point;
  name: string;
  chosen: boolean;
  scale: number;
  onDown: PointerEventHandler;
  onStart?: PointerEventHandler;
  onEnd?: PointerEventHandler;
}) {
  const { inks } = useTheme().palette;
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const length = Math.hypot(dx, dy) / scale;
  const turn = (Math.atan2(dy, dx) * 180) / Math.PI;
  return (
    <g
      transform={`translate(${start.x} ${start.y}) rotate(${turn}) scale(${scale})`}
      data-handle={`bone ${name}`}
      style={grab}
    >
      <title>{name}</title>
      <path
        d={`M-4 -4H${length + 4}V4H-4Z`}
        fill={inks.brassFill}
        fillOpacity={0.85}
        stroke={chosen ? inks.blade : inks.brass}
        strokeWidth={chosen ? 2 : 1}
        onPointerDown={onDown}
      />
      <circle
        r={5}
        fill={inks.brass}
        stroke="#FFFFFF"
        strokeWidth={1.5}
        onPointerDown={onStart ?? onDown}
        data-end="start"
      />
      <circle
        cx={length}
        r={5}
        fill={inks.brass}
        stroke="#FFFFFF"
        strokeWidth={1.5}
        onPointerDown={onEnd ?? onDown}
        data-end="end"
      />
    </g>
  );
}

/** Where a reach wants to be: an open ring with four notches. */
export function GoalRing({ at, name, chosen, scale, onDown }: Handle & { name: string; chosen: boolean }) {
  const { inks } = useTheme().palette;
  const ink = chosen ? inks.blade : inks.petrol;
  return (
    <g
      transform={`translate(${at.x} ${at.y}) scale(${scale})`}
      onPointerDown={onDown}
      style={grab}
      data-handle={`reach ${name}`}
    >
      <title>{name}</title>
      <circle r={13} fill="transparent" />
      <circle r={10} fill="none" stroke="#FFFFFF" strokeWidth={4} />
      <circle r={10} fill="none" stroke={ink} strokeWidth={2} />
      <path d="M-14 0h6M8 0h6M0 -14v6M0 8v6" stroke={ink} strokeWidth={2} />
    </g>
  );
}

/** A pivot: a screw head. */
export function PivotMark({ at, name, scale, onDown }: Handle & { name: string }) {
  const { inks } = useTheme().palette;
  return (
    <g
      transform={`translate(${at.x} ${at.y}) scale(${scale})`}
      onPointerDown={onDown}
      style={grab}
      data-handle={`pivot ${name}`}
    >
      <title>{words.pivotOf(name)}</title>
      <circle r={12} fill="transparent" />
      <circle r={7} fill="#FFFFFF" stroke={inks.petrol} strokeWidth={2} />
      <path d="M-4 4L4 -4" stroke={inks.petrol} strokeWidth={2} />
    </g>
  );
}

/** Drag round the pivot to turn. */
export function TurnGrip({ at, scale, onDown }: Handle) {
  const { inks } = useTheme().palette;
  return (
    <g transform={`translate(${at.x} ${at.y}) scale(${scale})`} onPointerDown={onDown} style={grab} data-handle="turn">
      <title>{words.rotate}</title>
      <path d="M0 -9V-40" stroke={inks.petrol} strokeWidth={2} />
      <rect x={-6} y={-52} width={12} height={12} rx={3} fill="#FFFFFF" stroke={inks.petrol} strokeWidth={2} />
    </g>
  );
}

/** Where the puppet stands. */
export function OriginMark({ at, scale, onDown }: Handle) {
  const { inks } = useTheme().palette;
  return (
    <g
      transform={`translate(${at.x} ${at.y}) scale(${scale})`}
      onPointerDown={onDown}
      style={grab}
      data-handle="ground"
    >
      <title>{words.groundPointWholeBody}</title>
      <path d="M-18 0H18L13 7H-13Z" fill="#FFFFFF" stroke={inks.leaf} strokeWidth={1.5} />
    </g>
  );
}

/** A dashed box round what is chosen. */
export function BoxOutline({ corners, ink, scale }: { corners: number[]; ink: string; scale: number }) {
  const points = corners.join(" ");
  return (
    <g pointerEvents="none">
      <polygon points={points} fill="none" stroke="#FFFFFF" strokeOpacity={0.8} strokeWidth={2.5 * scale} />
      <polygon
        points={points}
        fill="none"
        stroke={ink}
        strokeWidth={1.5 * scale}
        strokeDasharray={`${5 * scale} ${4 * scale}`}
      />
    </g>
  );
}
