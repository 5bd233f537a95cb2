import { useTheme } from "@mui/material/styles";
import type { ArcAnswer, Grip, Point } from "../api/types";
import { useStillFrame } from "../state/useStillFrame";
import { words } from "../words/stage";
import { plain, startDrag, taken } from "./gestures";
import { useArc } from "./useArc";

interface ArcProps {
  scale: number;
  toPicture: (event: { clientX: number; clientY: number }) => Point;
}

/** A dot for each frame of a path, so that spacing is read off them; marked at keys. A dot that is dragged moves the control at its frame. */
export function ArcLayer({ scale, toPicture }: ArcProps) {
  const { inks } = useTheme().palette;
  const frame = useStillFrame();
  const arc = useArc();
  if (arc === null) return null;
  const keys = new Set(arc.keys);
  const drag = (at: number) => (event: React.PointerEvent) => {
    if (arc.grip) startDrag(taken(event), { ...plain, ...arc.grip }, { toUnits: toPicture, frame: at });
  };
  return (
    <g data-testid="arc" data-frames={arc.dots.length}>
      {(["before", "after"] as const).map((side) => (
        <g key={side} fill="none" strokeLinejoin="round">
          <path d={lineOf(arc, side, frame)} stroke={inks.card} strokeWidth={4 * scale} strokeOpacity={0.8} />
          <path
            d={lineOf(arc, side, frame)}
            stroke={side === "before" ? inks.blade : inks.petrol}
            strokeWidth={1.6 * scale}
          />
        </g>
      ))}
      {arc.dots.map((at, i) => {
        const number = arc.first + i;
        if (!at) return null;
        const now = number === frame;
        return (
          <circle
            key={number}
            data-dot={number}
            cx={at.x}
            cy={at.y}
            r={(keys.has(number) ? 5 : 3) * scale}
            fill={now ? inks.blade : keys.has(number) ? inks.brassFill : inks.card}
            stroke={number < frame ? inks.blade : inks.petrol}
            strokeWidth={1.5 * scale}
            style={{ cursor: arc.grip ? "grab" : "default" }}
            onPointerDown={drag(number)}
          >
            <title>{words.arcFrame(number, keys.has(number) ? ", keyed" : "")}</title>
          </circle>
        );
      })}
    </g>
  );
}

/** The handles by which a path is bent; its timing stays. */
export function PathHandles({ scale, toPicture }: ArcProps) {
  const { inks } = useTheme().palette;
  const arc = useArc();
  if (arc === null) return null;
  const drag = (grip: Grip, at: number) => (event: React.PointerEvent) =>
    startDrag(taken(event), grip, { toUnits: toPicture, frame: at });
  return (
    <g>
      {arc.path.map((place) =>
        (["in", "out"] as const).map((end) => {
          const at = place[end];
          if (Math.hypot(at.x - place.at.x, at.y - place.at.y) < scale) return null;
          const grip: Grip = {
            ...plain,
            kind: end === "in" ? "PathIn" : "PathOut",
            thing: arc.thing,
            owner: arc.owner,
          };
          return (
            <g key={`${place.frame} ${end}`} data-handle={`path ${end} ${place.frame}`}>
              <path
                d={`M${place.at.x} ${place.at.y}L${at.x} ${at.y}`}
                stroke={inks.brass}
                strokeWidth={1.4 * scale}
                pointerEvents="none"
              />
              <rect
                x={at.x - 5 * scale}
                y={at.y - 5 * scale}
                width={10 * scale}
                height={10 * scale}
                rx={place.joint === "Joined" ? 5 * scale : 1 * scale}
                fill={inks.card}
                stroke={inks.brass}
                strokeWidth={1.6 * scale}
                style={{ cursor: "grab" }}
                onPointerDown={drag(grip, place.frame)}
              />
            </g>
          );
        }),
      )}
    </g>
  );
}

/** The dots on one side of now, joined; with a gap where the thing was not before the lens. */
function lineOf({ dots, first }: ArcAnswer, side: "before" | "after", frame: number): string {
  let [line, pen] = ["", "M"];
  dots.forEach((at, i) => {
    const number = first + i;
    if (side === "before" ? number > frame : number < frame) return;
    if (!at) pen = "M";
    else {
      line += `${pen}${at.x} ${at.y}`;
      pen = "L";
    }
  });
  return line;
}
