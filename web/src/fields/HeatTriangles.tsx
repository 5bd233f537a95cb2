import { useTheme } from "@mui/material/styles";
import { memo } from "react";
import type { AnswerTo } from "../api/types";

/** Steps of warmth: triangles of one step are one path. */
const Steps = 24;

/** A mesh coloured by how much each corner has of something: clear for nothing, the blade's red for all. In tenths of a pixel. */
export const HeatTriangles = memo(
  ({ mesh, heat, strength = 1 }: { mesh: AnswerTo<"mesh">["mesh"]; heat: number[]; strength?: number }) => {
    const { inks } = useTheme().palette;
    return warmths(mesh, heat).map((path, step) =>
      path === "" ? null : (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place
          key={step}
          d={path}
          fill={inks.blade}
          fillOpacity={strength * (0.06 + (0.94 * step) / Steps)}
          stroke={inks.soft}
          strokeOpacity={0.25}
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
      ),
    );
  },
);

/** The triangles of each step of warmth, as a path. */
export function warmths({ tenthPx: places, triangles }: AnswerTo<"mesh">["mesh"], heat: number[]): string[] {
  const paths = new Array<string>(Steps + 1).fill("");
  for (let t = 0; t < triangles.length; t += 3) {
    const corners = triangles.slice(t, t + 3);
    const warm = corners.reduce((sum, v) => sum + (heat[v] ?? 0), 0) / 3;
    const step = Math.round(Math.min(1, Math.max(0, warm)) * Steps);
    paths[step] += `M${corners.map((v) => `${places[2 * v]} ${places[2 * v + 1]}`).join("L")}Z`;
  }
  return paths;
}
