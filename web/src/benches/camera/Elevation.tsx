import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useTheme } from "@mui/material/styles";
import { useEffect, useLayoutEffect, useRef, useState } from "react";
import type { Grip } from "../../api/types";
import { plain, startDrag, taken } from "../../stage/gestures";
import { takeHold } from "../../state/choose";
import { useShot } from "../../state/select";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { useStillFrame } from "../../state/useStillFrame";
import { words } from "../../words/camera";
import { bar } from "../PlayButton";
import { labelRows } from "./labelRows";

const Left = 46;
const Right = 30;
const Bottom = 24;

/** Where the first row of labels stands, how high a row is, and how much of the height they may take. */
const FirstRow = 60;
const RowHeight = 13;
const RowsPart = 0.4;

/** So narrow that title and lens do not stand on one line, px. */
const Narrow = 360;

/** Ticks of the distance scale: 1, 2, 5 in every power of ten. */
function ticks(near: number, far: number): number[] {
  const found: number[] = [];
  for (let power = -1; power < 5; power++) {
    for (const digit of [1, 2, 5]) {
      const metres = digit * 10 ** power;
      if (metres >= near && metres <= far) found.push(metres);
    }
  }
  return found;
}

/**
 * The stage from the side, on one of two scales. Even metres: distances and heights linear, the lens a true cone.
 * Near spread: distances by their logarithm, so that near and far both have room, and heights as parts of what the
 * lens sees there, which makes the cone a band: what stands inside it is in the frame.
 */
export function Elevation() {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const frame = useStillFrame();
  const chosen = useStore((state) => state.chosen);
  const also = useStore((state) => state.also);
  const keepSize = useStore((state) => state.keepSize);
  const answer = useAnswer(shot ? { kind: "elevation", shot: shot.id, frame } : null);
  const [held, setHeld] = useState(answer);
  const [even, setEven] = useState(false);
  const room = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 400, height: 300 });
  useEffect(() => {
    if (answer) setHeld(answer);
  }, [answer]);
  // Measured before the first paint, so that nothing stands outside for a moment.
  useLayoutEffect(() => {
    const element = room.current;
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(element);
    return () => watcher.disconnect();
  }, []);

  const narrow = size.width < Narrow;
  const shown = held?.standers.filter((one) => one.depth > 0.05) ?? [];
  const near = Math.min(0.5, ...shown.map((one) => one.depth)) * 0.8;
  const far = Math.max(10, ...shown.map((one) => one.depth), held?.focus ?? 1) * 1.25;
  const span = Math.log(far / near);
  const across = size.width - Left - Right;
  const x = (metres: number) =>
    Left +
    (even ? Math.min(far, metres) / far : Math.log(Math.max(near, Math.min(far, metres)) / near) / span) * across;
  const metresAt = (px: number) =>
    even ? ((px - Left) / across) * far : near * Math.exp(((px - Left) / across) * span);
  const rows = labelRows(
    shown.map((one) => ({ middle: x(one.depth), text: one.name })),
    Math.max(3, Math.floor((size.height * RowsPart - FirstRow) / RowHeight)),
  );
  const roof = FirstRow + Math.max(0, ...rows) * RowHeight + 16;
  const middle = roof + (size.height - roof - Bottom) / 2;
  const halfCone = (size.height - roof - Bottom) * 0.27;
  const y = (height: number, depth: number) => {
    const part = height / ((held?.halfHeightPerMetre ?? 1) * (even ? far : depth));
    return middle + Math.max(-1.7, Math.min(1.7, part)) * halfCone;
  };

  const cone = even
    ? `M${size.width - Right} ${middle - halfCone}L${Left} ${middle}L${size.width - Right} ${middle + halfCone}`
    : `M${Left - 14} ${middle}L${Left} ${middle - halfCone}H${size.width - 6}M${Left - 14} ${middle}L${Left} ${middle + halfCone}H${size.width - 6}`;

  const drag = (grip: Grip) => (event: React.PointerEvent) => {
    const left = room.current?.getBoundingClientRect().left ?? 0;
    const also = grip.kind === "Focus" ? [] : takeHold({ kind: "thing", thing: grip.thing });
    startDrag(taken(event), { ...grip, also }, { toUnits: (at) => ({ x: metresAt(at.clientX - left), y: 0 }) });
  };

  return (
    <Box
      ref={room}
      component="section"
      aria-label={words.sideElevation}
      sx={{ height: "100%", bgcolor: inks.blueprint, overflow: "hidden", position: "relative" }}
    >
      <Button
        variant="contained"
        color="inherit"
        aria-pressed={even}
        onClick={() => setEven(!even)}
        sx={{
          ...bar,
          position: "absolute",
          ...(narrow ? { right: 10, top: 3 } : { left: 10, top: 28 }),
          zIndex: 1,
          py: 0,
        }}
      >
        {even ? words.groundInMetres : words.nearSpread}
      </Button>
      {held && (
        <svg
          width={size.width}
          height={size.height}
          style={{ display: "block", touchAction: "none" }}
          fontSize={12}
          fill="#E9EEF0"
        >
          <text x={12} y={20} fontSize={14} fontWeight={700}>
            {words.sideElevation}
          </text>
          <text x={size.width - 12} y={narrow ? 38 : 20} textAnchor="end" fill={inks.blueprintLine}>
            {words.lensLine(
              held.lens.toFixed(0),
              held.stop.toFixed(1),
              held.near.toFixed(2),
              held.far == null ? "∞" : held.far.toFixed(2),
            )}
          </text>
          <rect
            data-testid="sharp-zone"
            x={x(held.near)}
            y={roof - 8}
            width={Math.max(2, x(held.far ?? far) - x(held.near))}
            height={size.height - roof - Bottom + 8}
            fill="#FFFFFF"
            fillOpacity={0.14}
          />
          <path d={cone} stroke={inks.blueprintLine} fill="none" />
          <path d={`M${Left} ${middle}H${size.width - 6}`} stroke={inks.blueprintLine} strokeDasharray="2 5" />
          <path d={`M${Left - 38} ${middle - 9}h16v5l8 -4v16l-8 -4v5h-16z`} fill="#E9E2D3" />
          {ticks(near, far).map((metres) => (
            <g key={metres} transform={`translate(${x(metres)} ${size.height - Bottom})`} stroke={inks.blueprintLine}>
              <path d="M0 0v5" />
              <text y={18} textAnchor="middle" stroke="none" fill={inks.blueprintLine}>
                {metres}
              </text>
            </g>
          ))}
          <text x={size.width - 6} y={size.height - 6} textAnchor="end" fill={inks.blueprintLine}>
            {words.m}
          </text>
          {shown.map((one, i) => {
            const [top, bottom] = [y(one.top, one.depth), y(one.bottom, one.depth)];
            const here = chosen?.kind === "thing" && [chosen.thing, ...also].includes(one.thing);
            return (
              <g
                key={one.thing}
                onPointerDown={drag({ ...plain, kind: "ThingDistance", thing: one.thing, keepSize })}
                style={{ cursor: "ew-resize" }}
                data-stander={one.name}
              >
                <title>{words.depthOf(one.name, one.depth.toFixed(2), one.circlePixels)}</title>
                <rect x={x(one.depth) - 9} y={top} width={18} height={Math.max(4, bottom - top)} fill="transparent" />
                <path
                  d={`M${x(one.depth)} ${top}V${bottom}`}
                  stroke={here ? "#F09480" : one.kind === "Picture" ? "#E9E2D3" : "#E9B949"}
                  strokeWidth={here ? 5 : 4}
                />
                <circle
                  cx={x(one.depth)}
                  cy={bottom + 10}
                  r={Math.min(9, Math.max(1.2, one.circlePixels / 8))}
                  fill="none"
                  stroke="#F0A58F"
                />
                {(rows[i] ?? -1) >= 0 && (
                  <text
                    x={x(one.depth)}
                    y={FirstRow + (rows[i] ?? 0) * RowHeight}
                    textAnchor="middle"
                    fill={here ? "#F7B5A5" : "#E9EEF0"}
                  >
                    {one.name}
                  </text>
                )}
              </g>
            );
          })}
          <g
            onPointerDown={drag({ ...plain, kind: "Focus", thing: "focus" })}
            style={{ cursor: "ew-resize" }}
            data-handle="focus"
            tabIndex={-1}
          >
            <title>{words.focusTip}</title>
            <rect x={x(held.focus) - 7} y={roof} width={14} height={size.height - roof - Bottom} fill="transparent" />
            <path d={`M${x(held.focus)} ${roof}V${size.height - Bottom}`} stroke="#F09480" strokeWidth={1.5} />
            <rect x={x(held.focus) - 40} y={size.height - Bottom - 24} width={80} height={20} rx={10} fill="#B93D25" />
            <text x={x(held.focus)} y={size.height - Bottom - 10} textAnchor="middle" fill="#FFFFFF" fontWeight={700}>
              {words.focusAt(held.focus.toFixed(2))}
            </text>
          </g>
        </svg>
      )}
    </Box>
  );
}
