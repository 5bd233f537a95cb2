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
      {[...ready].map((one) => (
        <rect
          key={one}
          x={scale.x(one) - scale.perFrame / 2}
          y={23}
          width={scale.perFrame + 0.5}
          height={3}
          fill={inks.leaf}
        />
      ))}
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

/** Now's own number stands to the right of the saw blade, and has that place for itself. */
const isBesideNow = (pixels: number) => pixels > -18 && pixels < 46;
