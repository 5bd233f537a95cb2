import Box from "@mui/material/Box";
import type { AnswerTo } from "../../api/types";
import { HeatTriangles } from "../../fields/HeatTriangles";

/** A mesh alone, coloured by how much each corner has of something. */
export function HeatPicture({ mesh, heat, label }: { mesh: AnswerTo<"mesh">["mesh"]; heat: number[]; label: string }) {
  if (mesh.triangles.length === 0) return null;
  const xs = mesh.tenthPx.filter((_, i) => i % 2 === 0);
  const ys = mesh.tenthPx.filter((_, i) => i % 2 === 1);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - top];
  return (
    <Box sx={{ border: 1, borderColor: "divider", borderRadius: 1, bgcolor: "background.paper", p: 0.5 }}>
      <svg
        viewBox={`${left} ${top} ${width} ${height}`}
        width="100%"
        height={130}
        style={{ display: "block" }}
        role="img"
        aria-label={label}
        data-testid="heat"
      >
        <HeatTriangles mesh={mesh} heat={heat} />
      </svg>
    </Box>
  );
}
