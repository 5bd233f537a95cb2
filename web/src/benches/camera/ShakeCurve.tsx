import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/camera";

/** A shake over the shot, with its envelope. */
export function ShakeCurve({ shot, shake }: { shot: string; shake: string }) {
  const { inks } = useTheme().palette;
  const curve = useAnswer({ kind: "shake", shot, shake });
  if (!curve) return null;
  const most = Math.max(1, ...curve.offsets.map(Math.abs), ...curve.envelope);
  const last = Math.max(1, curve.offsets.length - 1);
  const points = (values: number[]) =>
    values.map((value, i) => `${4 + (i / last) * 212},${32 - (value / most) * 28}`).join(" ");
  return (
    <Box sx={{ border: 1, borderColor: "divider", borderRadius: 1, bgcolor: "background.paper" }}>
      <svg viewBox="0 0 220 64" width="100%" style={{ display: "block" }} role="img" aria-label={words.shakeOverShot}>
        <polyline points={points(curve.envelope)} fill="none" stroke={inks.blade} strokeDasharray="3 3" />
        <polyline points={points(curve.offsets)} fill="none" stroke={inks.petrol} strokeWidth={1.3} />
      </svg>
    </Box>
  );
}
