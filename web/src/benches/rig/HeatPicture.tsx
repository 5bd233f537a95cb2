import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import type { AnswerTo } from "../../api/types";

/** A mesh coloured by how much each corner has of something: paper for nothing, the blade's red for all. */
export function HeatPicture({
  mesh: { tenthPx: places, triangles },
  heat,
  label,
}: {
  mesh: AnswerTo<"mesh">["mesh"];
  heat: number[];
  label: string;
}) {
  const { inks } = useTheme().palette;
  if (triangles.length === 0) return null;
  const xs = places.filter((_, i) => i % 2 === 0);
  const ys = places.filter((_, i) => i % 2 === 1);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const corners = Array.from({ length: triangles.length / 3 }, (_, t) => triangles.slice(3 * t, 3 * t + 3));
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
        {corners.map((corner) => {
          const warm = corner.reduce((sum, v) => sum + (heat[v] ?? 0), 0) / 3;
          return (
            <polygon
              key={corner.join()}
              points={corner.map((v) => `${places[2 * v]},${places[2 * v + 1]}`).join(" ")}
              fill={inks.blade}
              fillOpacity={0.06 + 0.94 * warm}
              stroke={inks.soft}
              strokeOpacity={0.25}
              strokeWidth={width / 400}
            />
          );
        })}
      </svg>
    </Box>
  );
}
