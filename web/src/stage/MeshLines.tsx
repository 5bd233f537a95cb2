import { useTheme } from "@mui/material/styles";
import type { AnswerTo } from "../api/types";
import { HeatTriangles } from "../fields/HeatTriangles";
import { usePuppet } from "../state/select";
import { useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { BrushRing } from "./BrushRing";

/** The chosen part's mesh at rest, laid over its art; while weights are painted, in the warmth of the bone's. */
export function MeshLines({ handles, part, scale }: { handles: AnswerTo<"overlay">; part: string; scale: number }) {
  const { inks } = useTheme().palette;
  const puppet = usePuppet();
  const painted = useStore((state) => (state.tool === "weights" ? state.brush.works : ""));
  const brushes = useStore(({ tool }) => tool === "weights" || tool === "knead");
  const radius = useStore((state) => state.brush.radius);
  const rest = puppet?.parts.find((candidate) => candidate.id === part);
  const bone = rest?.bend?.bones.includes(painted) ? painted : null;
  const mesh = useAnswer(puppet ? { kind: "mesh", puppet: puppet.id, part } : null);
  const weights = useAnswer(puppet && bone !== null ? { kind: "weights", puppet: puppet.id, part, bone } : null);
  const origin = handles.origins[0];
  const pivot = handles.pivots.find((candidate) => candidate.part === part);
  if (!mesh || !origin || !pivot || !rest || !puppet) return null;

  // Two places that are known on both sides, the ground point and the pivot, give the bench's scale.
  const [ux, uy] = [rest.pivot.x - puppet.origin.x, rest.pivot.y - puppet.origin.y];
  const grown =
    Math.hypot(ux, uy) > 1 ? Math.hypot(pivot.at.x - origin.at.x, pivot.at.y - origin.at.y) / Math.hypot(ux, uy) : 1;
  const [left, top] = [origin.at.x - puppet.origin.x * grown, origin.at.y - puppet.origin.y * grown];
  const lines = edges(mesh.mesh);
  return (
    <g pointerEvents="none" transform={`translate(${left} ${top}) scale(${grown})`}>
      {bone !== null && weights ? (
        <g transform="scale(0.1)" data-testid="weights-on-stage">
          <HeatTriangles mesh={weights.mesh} heat={weights.heat} strength={0.75} />
        </g>
      ) : (
        <>
          <path d={lines} stroke="#FFFFFF" strokeOpacity={0.75} strokeWidth={(1.1 * scale) / grown} fill="none" />
          <path d={lines} stroke={inks.petrol} strokeOpacity={0.5} strokeWidth={(0.5 * scale) / grown} fill="none" />
        </>
      )}
      {brushes && (
        <BrushRing
          radius={radius}
          width={scale / grown}
          toPuppet={({ x, y }) => ({ x: (x * scale - left) / grown, y: (y * scale - top) / grown })}
        />
      )}
    </g>
  );
}

/** Each side of the triangles once, as a path. */
function edges({ tenthPx, triangles }: AnswerTo<"mesh">["mesh"]): string {
  const drawn = new Set<number>();
  const place = (v: number) => `${(tenthPx[2 * v] ?? 0) / 10} ${(tenthPx[2 * v + 1] ?? 0) / 10}`;
  let path = "";
  triangles.forEach((from, i) => {
    const to = triangles[i % 3 === 2 ? i - 2 : i + 1] ?? 0;
    const edge = Math.min(from, to) * tenthPx.length + Math.max(from, to);
    if (!drawn.has(edge)) path += `M${place(from)}L${place(to)}`;
    drawn.add(edge);
  });
  return path;
}
