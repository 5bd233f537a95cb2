import { useTheme } from "@mui/material/styles";
import { useStore } from "../state/store";
import type { Scale } from "./scale";

/** Frame numbers, every half second or as often as there is room, and under them the frames that playback has ready. */
export function Ruler({ length, scale, width }: { length: number; scale: Scale; width: number }) {
  const { inks } = useTheme().palette;
  const frame = useStore((state) => state.frame);
  const ready = useStore((state) => state.ready);
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const half = Math.max(1, Math.round(rate / 2));
  const every = half * Math.ceil(44 / (half * scale.perFrame));
  const marks = Array.from({ length: Math.floor((length - 1) / every) + 1 }, (_, i) => 1 + i * every);
  return (
    <svg width={width} height={26} style={{ display: "block" }} aria-hidden="true">
      <path d={stretches(ready, scale)} stroke={inks.leaf} strokeWidth={3} />
      {marks.map((mark) => (
        <g key={mark} transform={`translate(${scale.x(mark)} 0)`}>
          <path d="M0 20V26" stroke={inks.soft} strokeOpacity={0.6} />
          {!isBesideNow(scale.x(mark) - scale.x(frame)) && (
            <text y={15} fontSize={12} textAnchor="middle" fill={inks.soft}>
              {mark}
            </text>
          )}
        </g>
      ))}
      <text
        x={Math.min(scale.x(frame) + 10, width - 24)}
        y={15}
        fontSize={12}
        fontWeight={700}
        fill={inks.blade}
        data-testid="now"
      >
        {frame}
      </text>
    </svg>
  );
}

/** Frames that follow on each other as one line. */
function stretches(frames: ReadonlySet<number>, { x, perFrame }: Scale): string {
  const half = perFrame / 2;
  let [lines, last] = ["", Number.NaN];
  for (const frame of [...frames].sort((a, b) => a - b)) {
    if (frame !== last + 1) lines += `M${x(frame) - half} 24.5`;
    lines += `H${x(frame) + half + 0.5}`;
    last = frame;
  }
  return lines;
}

/** Now's own number stands to the right of the saw blade, and has that place for itself. */
const isBesideNow = (pixels: number) => pixels > -18 && pixels < 46;
