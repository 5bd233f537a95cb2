import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useRef } from "react";
import type { Gap, Point } from "../api/types";

/** Parts of the time and of the way → the drawing's units. */
const [Left, Wide, Foot, High] = [8, 204, 84, 62];
const x = (part: number) => Left + part * Wide;
const y = (part: number) => Foot - part * High;

/** One step by the arrow keys. */
const Step = 0.02;

/** Points keep this far from each other in time. */
const Apart = 0.01;

/** A gap's curve over its ticks. The points of a drawn one are dragged, made by a double click beside them, and taken away by one on them. */
export function ChartCurve({
  gap,
  curve,
  ticks,
  label,
  onDraw,
}: {
  /** While a point is dragged, as it would be drawn. */
  gap: Gap;
  /** Parts of the time and of the way, in turn. */
  curve: readonly number[];
  ticks: readonly number[];
  label: string;
  /** While a point is dragged, and when it is let go. */
  onDraw: (points: Point[], done: boolean) => void;
}) {
  const { inks } = useTheme().palette;
  const svg = useRef<SVGSVGElement>(null);
  const points = gap.ease.kind === "drawn" ? gap.ease.points : null;
  const to = (event: { clientX: number; clientY: number }): Point => {
    const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current?.getScreenCTM()?.inverse());
    return { x: (place.x - Left) / Wide, y: (Foot - place.y) / High };
  };
  const placed = (all: Point[], index: number, at: Point): Point[] =>
    all.map((point, i) =>
      i === index
        ? {
            x: Math.min((all[i + 1]?.x ?? 1) - Apart, Math.max((all[i - 1]?.x ?? 0) + Apart, at.x)),
            y: Math.min(1.3, Math.max(-0.3, at.y)),
          }
        : point,
    );
  const drag = (event: React.PointerEvent<SVGElement>, index: number) => {
    if (points === null || event.button !== 0) return;
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    let last: Point[] | null = null;
    target.onpointermove = (pointer) => {
      last = placed(points, index, to(pointer));
      onDraw(last, false);
    };
    target.onlostpointercapture = () => {
      target.onpointermove = null;
      if (last !== null) onDraw(last, true);
    };
  };
  const press = (event: React.KeyboardEvent, index: number) => {
    if (points === null) return;
    const by: Record<string, Point> = {
      ArrowLeft: { x: -Step, y: 0 },
      ArrowRight: { x: Step, y: 0 },
      ArrowUp: { x: 0, y: Step },
      ArrowDown: { x: 0, y: -Step },
    };
    const [step, point] = [by[event.key], points[index]];
    if (event.key === "Delete") onDraw(points.toSpliced(index, 1), true);
    else if (step && point) onDraw(placed(points, index, { x: point.x + step.x, y: point.y + step.y }), true);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const add = (event: React.MouseEvent) => {
    const at = to(event);
    if (points === null || at.x <= Apart || at.x >= 1 - Apart || points.some((one) => Math.abs(one.x - at.x) < Apart))
      return;
    onDraw(
      [...points, at].sort((a, b) => a.x - b.x),
      true,
    );
  };
  const line = Array.from(
    { length: curve.length / 2 },
    (_, i) => `${x(curve[2 * i] ?? 0)} ${y(curve[2 * i + 1] ?? 0)}`,
  );
  return (
    <Box sx={{ border: 1, borderColor: "divider", borderRadius: 1, bgcolor: "background.paper" }}>
      <svg
        ref={svg}
        viewBox="0 0 220 112"
        width="100%"
        style={{ display: "block", touchAction: "none" }}
        role="group"
        aria-label={label}
        onDoubleClick={add}
      >
        <path d={`M${Left} ${y(0)}h${Wide}M${Left} ${y(1)}h${Wide}`} stroke={inks.line} strokeWidth={1} />
        <polyline
          points={line.join(" ")}
          fill="none"
          stroke={inks.petrol}
          strokeWidth={2}
          opacity={gap.held ? 0.35 : 1}
        />
        <path d="M8 105H212" stroke={inks.soft} />
        {ticks.map((tick, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a tick is its place in the gap
          <path key={i} d={`M${x(tick)} 101v8`} stroke={inks.blade} />
        ))}
        {points?.map((point, i) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place in the row
            key={i}
            cx={x(point.x)}
            cy={y(point.y)}
            r={5}
            fill={inks.card}
            stroke={inks.petrol}
            strokeWidth={1.6}
            style={{ cursor: "grab" }}
            tabIndex={0}
            role="button"
            aria-label={`Point ${i + 1}: ${Math.round(100 * point.x)} % of the time, ${Math.round(100 * point.y)} % of the way`}
            onPointerDown={(event) => drag(event, i)}
            onKeyDown={(event) => press(event, i)}
            onDoubleClick={(event) => {
              event.stopPropagation();
              if (points) onDraw(points.toSpliced(i, 1), true);
            }}
          />
        ))}
      </svg>
    </Box>
  );
}
