import { useTheme } from "@mui/material/styles";
import type { Dial } from "../api/types";

/** How wide a dial or pad is drawn, in its own pixels. */
export const PlateSide = 200;
const Rim = 10;

/** How high: a pad is a square, a dial a strip. */
export const plateHeight = ({ isPad }: Pick<Dial, "isPad">) => (isPad ? PlateSide : 44);

export interface DialPlace {
  across: number;
  down: number;
}

/** % → a place on the plate, px. */
const along = (percent: number) => ((percent + 100) / 200) * (PlateSide - 2 * Rim) + Rim;

/** A part of the plate, [0, 1] → %. */
const percentAt = (part: number) => ((part * PlateSide - Rim) / (PlateSide - 2 * Rim)) * 200 - 100;

/** Where on a plate that is shown as a box a pointer is, %; it may lie beside the plate. */
export function placeOn(
  box: Pick<DOMRect, "left" | "top" | "width" | "height">,
  { clientX, clientY }: { clientX: number; clientY: number },
  { isPad }: Pick<Dial, "isPad">,
): DialPlace {
  return {
    across: percentAt((clientX - box.left) / box.width),
    down: isPad ? percentAt((clientY - box.top) / box.height) : 0,
  };
}

/** What an arrow key does to a dial, %; null for another key. */
export function nudged(key: string, { across, down }: DialPlace, { isPad }: Pick<Dial, "isPad">): DialPlace | null {
  const by = arrows[key];
  if (by === undefined || (by[1] !== 0 && !isPad)) return null;
  return { across: inside(across + by[0]), down: inside(down + by[1]) };
}

export const inside = (percent: number) => Math.round(Math.min(100, Math.max(-100, percent)));

const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-5, 0],
  ArrowRight: [5, 0],
  ArrowUp: [0, -5],
  ArrowDown: [0, 5],
};

/** A dial's face: its cross, its stations, and the knob. */
export function DialPlate({ dial, at, marked = false }: { dial: Dial; at: DialPlace; marked?: boolean }) {
  const { inks } = useTheme().palette;
  const height = plateHeight(dial);
  const y = (percent: number) => (dial.isPad ? along(percent) : height / 2);
  const middle = PlateSide / 2;
  return (
    <>
      <rect width={PlateSide} height={height} rx={8} fill={inks.paper} stroke={inks.line} />
      <path
        d={
          dial.isPad
            ? `M${middle} 6V${PlateSide - 6}M6 ${middle}H${PlateSide - 6}`
            : `M${Rim} ${height / 2}H${PlateSide - Rim}`
        }
        stroke={inks.soft}
        strokeOpacity={0.6}
      />
      {dial.stations.map((station) => (
        <rect
          key={`${station.across} ${station.down}`}
          x={along(station.across) - 4}
          y={y(station.down) - 4}
          width={8}
          height={8}
          transform={`rotate(45 ${along(station.across)} ${y(station.down)})`}
          fill={inks.brass}
        />
      ))}
      <circle
        cx={along(at.across)}
        cy={y(at.down)}
        r={9}
        fill={marked ? inks.blade : inks.petrol}
        stroke={inks.card}
        strokeWidth={2}
      />
    </>
  );
}
