import { useTheme } from "@mui/material/styles";
import type { AnswerTo } from "../api/types";
import { usePuppet } from "../state/select";
import { useAnswer } from "../state/useAnswer";

/** The chosen part's mesh at rest, laid over its art. */
export function MeshLines({ handles, part, scale }: { handles: AnswerTo<"overlay">; part: string; scale: number }) {
  const { inks } = useTheme().palette;
  const puppet = usePuppet();
  const mesh = useAnswer(puppet ? { kind: "mesh", puppet: puppet.id, part } : null);
  const origin = handles.origins[0];
  const pivot = handles.pivots.find((candidate) => candidate.part === part);
  const rest = puppet?.parts.find((candidate) => candidate.id === part);
  if (!mesh || !origin || !pivot || !rest || !puppet) return null;

  // Two places that are known on both sides, the ground point and the pivot, give the bench's scale.
  const [ux, uy] = [rest.pivot.x - puppet.origin.x, rest.pivot.y - puppet.origin.y];
  const grown =
    Math.hypot(ux, uy) > 1 ? Math.hypot(pivot.at.x - origin.at.x, pivot.at.y - origin.at.y) / Math.hypot(ux, uy) : 1;
  const lines: string[] = [];
  for (let i = 0; i < mesh.edges.length; i += 4) {
    lines.push(`M${mesh.edges[i]} ${mesh.edges[i + 1]}L${mesh.edges[i + 2]} ${mesh.edges[i + 3]}`);
  }
  return (
    <g
      pointerEvents="none"
      transform={`translate(${origin.at.x - puppet.origin.x * grown} ${origin.at.y - puppet.origin.y * grown}) scale(${grown})`}
    >
      <path d={lines.join("")} stroke="#FFFFFF" strokeOpacity={0.75} strokeWidth={(1.1 * scale) / grown} fill="none" />
      <path
        d={lines.join("")}
        stroke={inks.petrol}
        strokeOpacity={0.5}
        strokeWidth={(0.5 * scale) / grown}
        fill="none"
      />
    </g>
  );
}
