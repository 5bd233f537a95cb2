import { useTheme } from "@mui/material/styles";
import type { Ease, Edit, GraphLine, Point } from "../../api/types";
import { goTo } from "../../commands/going";
import { engine } from "../../engine/engine";
import { handlesOf, withHandle } from "../../fields/charts";
import { followPointer } from "../../stage/followPointer";
import { commit } from "../../state/film";
import { gapEdits } from "../../state/gapEdits";
import { get, touchPreview } from "../../state/store";
import { inSentence, setTitle } from "../../words/inSentence";
import { words } from "../../words/timeline";
import { isSeen, type Scale } from "../scale";
import type { Height } from "./graphScale";

/** So far a press goes before it is known whether it goes up or along, px. */
const Decided = 4;

type GraphKey = GraphLine["keys"][number];

/** A line's keys, dragged up and down for their value and along for their frame, and the handles of the eases between them. */
export function GraphKeys({
  line,
  height,
  scale,
  high,
  ink,
}: {
  line: GraphLine;
  height: Height;
  scale: Scale;
  high: number;
  ink: string;
}) {
  const { inks } = useTheme().palette;
  const seen = line.keys.filter(
    ({ frame }, i) => isSeen(scale, frame) || isSeen(scale, line.keys[i + 1]?.frame ?? frame),
  );
  const place = (event: { clientX: number; clientY: number }, svg: Element): Point => {
    const box = svg.getBoundingClientRect();
    return { x: scale.frame(event.clientX - box.left), y: height.value(event.clientY - box.top) };
  };
  return (
    <svg
      width="100%"
      height={high}
      style={{ position: "absolute", inset: 0, touchAction: "none" }}
      role="group"
      aria-label={words.curveOf(line.name, inSentence(line.title))}
    >
      {seen.map((key) => {
        const next = line.keys[line.keys.indexOf(key) + 1];
        return (
          <g key={key.frame}>
            {next &&
              holdsOf(line, key, next).map((hold) => (
                <g key={hold.key}>
                  <path
                    d={`M${scale.x(hold.from.x)} ${height.y(hold.from.y)}L${scale.x(hold.at.x)} ${height.y(hold.at.y)}`}
                    stroke={inks.soft}
                    strokeDasharray="3 2"
                  />
                  <rect
                    x={scale.x(hold.at.x) - 4}
                    y={height.y(hold.at.y) - 4}
                    width={8}
                    height={8}
                    rx={2}
                    fill={inks.card}
                    stroke={inks.brass}
                    strokeWidth={1.5}
                    style={{ cursor: "grab" }}
                    tabIndex={0}
                    role="button"
                    data-nudged
                    aria-label={hold.says}
                    onPointerDown={(event) => dragHold(event, hold, place)}
                    onKeyDown={(event) => nudgeHold(event, hold, next.frame - key.frame)}
                  />
                </g>
              ))}
            <circle
              data-graph-key={key.frame}
              data-nudged
              cx={scale.x(key.frame)}
              cy={height.y(key.value)}
              r={5}
              fill={ink}
              stroke={inks.card}
              strokeWidth={1.5}
              style={{ cursor: "move" }}
              tabIndex={0}
              role="button"
              aria-label={words.graphKey(key.frame, Math.round(100 * key.value) / 100, line.unit)}
              onPointerDown={(event) => dragKey(event, line, key, scale, height)}
              onKeyDown={(event) => nudgeKey(event, line, key)}
            />
          </g>
        );
      })}
    </svg>
  );
}

const within = (line: GraphLine, value: number) =>
  Math.round(1000 * Math.min(line.max, Math.max(line.min, value))) / 1000;

const valued = (line: GraphLine, frame: number, value: number): Edit => ({
  kind: "setKeys",
  shotId: get().shotId ?? "",
  frame,
  values: [{ address: line.value, value: within(line, value), choice: null }],
  // A key is dragged where it stands, whether or not it is drawn there.
  drawn: false,
  blocked: false,
  says: setTitle(line.title),
});

const moved = (line: GraphLine, frame: number, by: number): Edit => ({
  kind: "retimeKeys",
  shotId: get().shotId ?? "",
  chosen: [{ addresses: [line.track], frames: [frame] }],
  to: { kind: "shift", by },
});

/** Shows an edit until the next one; the newest waits while one is on its way. */
function previews(): (edit: Edit) => void {
  let [busy, newest] = [false, null as Edit | null];
  return async (edit) => {
    newest = edit;
    if (busy) return;
    busy = true;
    while (newest !== null) {
      const shown: Edit = newest;
      newest = null;
      await engine.preview(shown).then(touchPreview, () => undefined);
    }
    busy = false;
  };
}

function dragKey(event: React.PointerEvent, line: GraphLine, key: GraphKey, scale: Scale, height: Height): void {
  if (event.button !== 0) return;
  event.preventDefault();
  event.stopPropagation();
  const [startX, startY] = [event.clientX, event.clientY];
  const show = previews();
  let way: "up" | "along" | null = null;
  let edit: Edit | null = null;
  followPointer({
    move: ({ clientX, clientY }) => {
      const [x, y] = [clientX - startX, clientY - startY];
      if (way === null && Math.hypot(x, y) > Decided) way = Math.abs(y) >= Math.abs(x) ? "up" : "along";
      if (way === null) return;
      const by = Math.max(1 - key.frame, Math.round(x / scale.perFrame));
      edit = way === "up" ? valued(line, key.frame, height.value(height.y(key.value) + y)) : moved(line, key.frame, by);
      show(edit);
    },
    end: (kept) => {
      if (kept !== null && way === null) goTo(key.frame);
      void commit(kept === null ? null : edit);
    },
  });
}

/** By an arrow key: frames on, and steps up. */
const ways: Record<string, readonly [frames: number, steps: number]> = {
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
};

function nudgeKey(event: React.KeyboardEvent, line: GraphLine, key: GraphKey): void {
  const way = ways[event.key];
  if (!way) return;
  event.preventDefault();
  event.stopPropagation();
  const times = event.shiftKey ? 10 : 1;
  const [frames, steps] = [way[0] * times, way[1] * times];
  void commit(steps !== 0 ? valued(line, key.frame, key.value + steps * line.step) : moved(line, key.frame, frames));
}

/** A handle of the ease between two keys, in frames and values. */
interface Hold {
  key: string;
  says: string;
  from: Point;
  at: Point;
  to: (at: Point) => Edit;
}

function holdsOf(line: GraphLine, key: GraphKey, next: GraphKey): Hold[] {
  const { gap } = key;
  const [frames, rise] = [next.frame - key.frame, next.value - key.value];
  if (gap.held || frames < 2 || rise === 0) return [];
  const out = ({ x, y }: Point): Point => ({ x: key.frame + x * frames, y: key.value + y * rise });
  const into = ({ x, y }: Point): Point => ({ x: (x - key.frame) / frames, y: (y - key.value) / rise });
  const { change } = gapEdits(get().shotId ?? "", key.frame, null, [line.track]);
  const edit = (ease: Ease): Edit => change({ ease });
  const { ease } = gap;
  if (ease.kind === "slow") {
    const { start, stop } = handlesOf(ease);
    const hold = (end: "start" | "stop", from: Point, at: Point): Hold => ({
      key: end,
      says:
        end === "start"
          ? words.easeInAfter(key.frame, ease.startPercent)
          : words.easeOutBefore(next.frame, ease.stopPercent),
      from,
      at: out(at),
      to: (to) => edit(withHandle(ease, end, into(to))),
    });
    return [hold("start", { x: key.frame, y: key.value }, start), hold("stop", { x: next.frame, y: next.value }, stop)];
  }
  return ease.points.map((point, i) => ({
    key: words.point(i),
    says: words.pointBetween(i + 1, key.frame, next.frame),
    from: out(point),
    at: out(point),
    to: (at) => {
      const { x, y } = into(at);
      const [low, high] = [ease.points[i - 1]?.x ?? 0, ease.points[i + 1]?.x ?? 1];
      const moved = { x: Math.min(high - 0.01, Math.max(low + 0.01, x)), y: Math.min(3, Math.max(-2, y)) };
      return edit({ ...ease, points: ease.points.with(i, moved) });
    },
  }));
}

function dragHold(
  event: React.PointerEvent<SVGElement>,
  hold: Hold,
  place: (event: PointerEvent, svg: Element) => Point,
): void {
  const svg = event.currentTarget.ownerSVGElement;
  if (event.button !== 0 || svg === null) return;
  event.preventDefault();
  event.stopPropagation();
  const show = previews();
  let edit: Edit | null = null;
  followPointer({
    move: (moved) => {
      edit = hold.to(place(moved, svg));
      show(edit);
    },
    end: (kept) => void commit(kept === null ? null : edit),
  });
}

function nudgeHold(event: React.KeyboardEvent, hold: Hold, frames: number): void {
  const step = ways[event.key]?.[0] ?? 0;
  if (step === 0) return;
  event.preventDefault();
  event.stopPropagation();
  void commit(hold.to({ x: hold.at.x + step * 0.02 * frames, y: hold.at.y }));
}
