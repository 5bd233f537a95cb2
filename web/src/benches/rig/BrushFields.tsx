import Box from "@mui/material/Box";
import { entry, row } from "../../fields/row";
import { type BrushState, set, useStore } from "../../state/store";
import { words } from "../../words/rig";

const fields = [
  { key: "radius", label: words.brushSize, unit: "px", min: 1, max: 2000, step: 5, of: 1 },
  { key: "strength", label: words.strength, unit: "%", min: 1, max: 100, step: 5, of: 100 },
  { key: "softness", label: words.softness, unit: "%", min: 0, max: 100, step: 5, of: 100 },
] as const;

/** The brush is the person's and not the film's: it is remembered, not undone. */
export function BrushFields() {
  const brush = useStore((state) => state.brush);
  const change = (changes: Partial<BrushState>) => set({ brush: { ...brush, ...changes } });
  return fields.map(({ key, label, unit, of, ...range }) => (
    <Box key={key} component="label" sx={{ ...row, gap: 1 }}>
      <span style={{ flex: 1 }}>{label}</span>
      <Box
        component="input"
        type="number"
        {...range}
        value={Math.round(brush[key] * of)}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => {
          const value = Number(event.target.value);
          if (Number.isFinite(value)) change({ [key]: Math.min(range.max, Math.max(range.min, value)) / of });
        }}
        sx={{ width: 66, textAlign: "right", ...entry }}
      />
      <Box component="span" sx={{ width: 24, color: "text.secondary", fontSize: 12 }}>
        {unit}
      </Box>
    </Box>
  ));
}
