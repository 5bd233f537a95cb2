import Box from "@mui/material/Box";
import { entry } from "./row";

/** A number that says how the button beside it works; nothing is edited by it. */
export function Setting({
  label,
  says,
  unit,
  value,
  min,
  max,
  onSet,
  children,
}: {
  label: string;
  /** More about it. */
  says?: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  onSet: (value: number) => void;
  children?: React.ReactNode;
}) {
  return (
    <Box title={says} sx={{ display: "flex", alignItems: "center", gap: 0.5, mt: 0.75 }}>
      <Box component="label" sx={{ flex: 1, display: "flex", alignItems: "center", gap: 0.5 }}>
        <span style={{ flex: 1 }}>{label}</span>
        <Box
          component="input"
          type="number"
          value={value}
          min={min}
          max={max}
          onChange={(event: React.ChangeEvent<HTMLInputElement>) =>
            onSet(Math.min(max, Math.max(min, Math.round(Number(event.target.value)))))
          }
          sx={{ ...entry, width: 64, textAlign: "right" }}
        />
        <Box component="span" sx={{ fontSize: 12, color: "text.secondary", width: 14 }}>
          {unit}
        </Box>
      </Box>
      {children}
    </Box>
  );
}
