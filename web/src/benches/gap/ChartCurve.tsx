import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useRef } from "react";
import type { Ease, Gap, Point } from "../../api/types";
import { handlesOf, withHandle, withTick } from "../../fields/charts";
import { followPointer } from "../../stage/followPointer";
import { words } from "../../words/timing";

/** Parts of the time and of the way → the drawing's units. */
const [Left, Wide, Foot, High] = [8, 204, 84, 62];
const x = (part: number) => Left + part * Wide;
const y = (part: number) => Foot - part * High;

/** One step by the arrow keys. */
const Step = 0.02;

/** Points keep this far from each other in time. */
const Apart = 0.01;

/** More ticks than this lie too close to be taken hold of one by one. */
const MostTicks = 48;

const steps: Record<string, Point> = {
  ArrowLeft: { x: -Step, y: 0 },
  ArrowRight: { x: Step, y: 0 },
  ArrowUp: { x: 0, y: Step },
  ArrowDown: { x: 0, y: -Step },
};

const percent = (part: number) => `${Math.round(100 * part)} %`;

/** Something on the chart that is brought from place to place. */
interface Hold {
  key: string;
  says: string;
  at: Point;
  /** The ease when it is brought to a place. */
  to: (at: Point) => Ease;
  /** The ease without it. */
  out?: () => Ease;
}

/**
 * A gap's curve over its ticks. Slow start and stop are dragged by their handles, the points of a drawn ease by themselves, and any
 * ease by its ticks. On a drawn one a double click makes a point or takes one away.
 */
export function ChartCurve({
  gap,
  curve,
  ticks,
  label,
  onEase,
}: {
  /** While something is dragged, as it would be. */
  gap: Gap;
  /** Parts of the time and of the way, in turn. */
  curve: readonly number[];
  ticks: readonly number[];
  label: string;
  /** While something is dragged, and when it is let go. */
  onEase: (ease: Ease, done: boolean) => void;
}) {
  const { inks } = useTheme().palette;
  const svg = useRef<SVGSVGElement>(null);
  const { ease } = gap;
  const to = (event: { clientX: number; clientY: number }): Point => {
    const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current?.getScreenCTM()?.inverse());
    return { x: (place.x - Left) / Wide, y: (Foot - place.y) / High };
  };
  const drag = (event: React.PointerEvent, hold: Hold) => {
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    let last: Ease | null = null;
    followPointer({
      move: (pointer) => {
        last = hold.to(to(pointer));
        onEase(last, false);
      },
      end: (kept) => onEase(kept !== null && last !== null ? last : ease, true),
    });
  };
  const press = (event: React.KeyboardEvent, hold: Hold) => {
    const step = steps[event.key];
    if (event.key === "Delete" && hold.out) onEase(hold.out(), true);
    else if (step) onEase(hold.to({ x: hold.at.x + step.x, y: hold.at.y + step.y }), true);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const add = (event: React.MouseEvent) => {
    const at = to(event);
    if (ease.kind !== "drawn" || at.y < -0.3 || at.x <= Apart || at.x >= 1 - Apart) return;
    if (ease.points.some((one) => Math.abs(one.x - at.x) < Apart)) return;
    onEase({ ...ease, points: [...ease.points, at].sort((a, b) => a.x - b.x) }, true);
  };
  const handed = (hold: Hold) => ({
    tabIndex: 0,
    role: "button",
    "aria-label": hold.says,
    style: { cursor: "grab" } as const,
    onPointerDown: (event: React.PointerEvent) => drag(event, hold),
    onKeyDown: (event: React.KeyboardEvent) => press(event, hold),
  });
  const line = Array.from(
    { length: curve.length / 2 },
    (_, i) => `${x(curve[2 * i] ?? 0)} ${y(curve[2 * i + 1] ?? 0)}`,
  );
  const loose = gap.held || gap.stagger != null ? [] : looseTicks(ticks, gap.every);
  return (
    <Box sx={{ border: 1, borderColor: "divider", borderRadius: 1, bgcolor: "background.paper" }}>
      <svg
        ref={svg}
        viewBox="0 0 220 122"
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
        {ease.kind === "slow" && !gap.held && <Slopes ease={ease} ink={inks.soft} />}
        <path d="M8 110H212" stroke={inks.soft} />
        {gap.stagger != null && !gap.held && (
          <polyline
            data-zigzag
            points={ticks.map((tick, i) => `${x(tick)} ${100 + (20 * i) / Math.max(1, ticks.length - 1)}`).join(" ")}
            fill="none"
            stroke={inks.brass}
            strokeWidth={1.2}
          />
        )}
        {ticks.map((tick, i) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: a tick is its place in the gap
            key={i}
            d={`M${x(tick)} 105v10`}
            stroke={gap.stagger != null && i > 0 && i < ticks.length - 1 ? inks.brass : inks.blade}
          />
        ))}
        {loose.map((hold) => (
          <rect
            key={hold.key}
            x={x(hold.at.x) - 3}
            y={102}
            width={6}
            height={16}
            fill="transparent"
            {...handed(hold)}
          />
        ))}
        {holdsOf(ease, gap.held ?? false).map((hold) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: its role comes with what it can do
          <circle
            key={hold.key}
            cx={x(hold.at.x)}
            cy={y(hold.at.y)}
            r={5}
            fill={inks.card}
            stroke={ease.kind === "slow" ? inks.brass : inks.petrol}
            strokeWidth={1.6}
            {...handed(hold)}
            onDoubleClick={(event) => {
              event.stopPropagation();
              if (hold.out) onEase(hold.out(), true);
            }}
          />
        ))}
      </svg>
    </Box>
  );
}

/** How the handles of slow start and slow stop pull at the curve. */
function Slopes({ ease, ink }: { ease: Extract<Ease, { kind: "slow" }>; ink: string }) {
  const { start, stop } = handlesOf(ease);
  return (
    <path
      d={`M${x(0)} ${y(0)}L${x(start.x)} ${y(start.y)}M${x(1)} ${y(1)}L${x(stop.x)} ${y(stop.y)}`}
      stroke={ink}
      strokeDasharray="3 2"
    />
  );
}

function holdsOf(ease: Ease, held: boolean): Hold[] {
  if (ease.kind === "slow") {
    const { start, stop } = handlesOf(ease);
    if (held) return [];
    const over = ease.overPercent ? words.pastEnd(ease.overPercent) : "";
    return [
      {
        key: "start",
        says: words.easeInHandle(ease.startPercent),
        at: start,
        to: (at) => withHandle(ease, "start", at),
      },
      {
        key: "stop",
        says: words.easeOutHandle(ease.stopPercent, over),
        at: stop,
        to: (at) => withHandle(ease, "stop", at),
      },
    ];
  }
  const { points } = ease;
  return points.map((point, i) => ({
    key: `point ${i}`,
    says: words.drawnPoint(i + 1, percent(point.x), percent(point.y)),
    at: point,
    to: (at) => ({ ...ease, points: points.with(i, between(points, i, at)) }),
    out: () => ({ ...ease, points: points.toSpliced(i, 1) }),
  }));
}

/** A point between its neighbours in time. */
const between = (all: Point[], index: number, at: Point): Point => ({
  x: Math.min((all[index + 1]?.x ?? 1) - Apart, Math.max((all[index - 1]?.x ?? 0) + Apart, at.x)),
  y: Math.min(1.3, Math.max(-0.3, at.y)),
});

/** The ticks that a new drawing stands on: each is brought along the way by itself. */
function looseTicks(ticks: readonly number[], every: number): Hold[] {
  if (ticks.length > MostTicks) return [];
  return ticks
    .map((tick, frame) => ({
      key: `tick ${frame}`,
      frame,
      says: words.inBetween(frame, percent(tick)),
      at: { x: tick, y: 0 },
      to: ({ x: part }: Point) => withTick(ticks, frame, part),
    }))
    .filter(({ frame }) => frame > 0 && frame < ticks.length - 1 && frame % every === 0);
}
