import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useTheme } from "@mui/material/styles";
import type { Chart } from "../api/types";
import { Heading, Hint } from "../fields/Heading";
import { commit } from "../state/film";
import { useShot } from "../state/select";
import { useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";

const charts: { chart: Chart; title: string }[] = [
  { chart: "Even", title: "Even" },
  { chart: "SlowStart", title: "Slow start" },
  { chart: "SlowStop", title: "Slow stop" },
  { chart: "Both", title: "Both" },
  { chart: "Hold", title: "Hold" },
];

/** The gap that the current frame lies in: its curve, its ticks, and the choice of charts. */
export function GapCard({ owner }: { owner: string }) {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const frame = useStore((state) => state.frame);
  const playing = useStore((state) => state.playing);
  const strip = useAnswer(shot && !playing ? { kind: "strip", shot: shot.id } : null);
  const cards = strip?.owners.find((one) => one.owner === owner)?.cards ?? [];
  const card = cards.findLast((one) => one.full && one.frame <= frame && one.next != null);
  const frames = card?.next != null ? card.next - card.frame : 1;
  const curve = useAnswer(card ? { kind: "chart", chart: card.chart ?? "Even", frames } : null);
  if (!shot) return null;
  if (!card || card.next == null) return <Hint>Key a second pose on another frame: its timing is chosen here.</Hint>;
  const points = curve
    ? curve.curve.map((value, i) => (i % 2 === 0 ? 8 + value * 204 : 92 - value * 80)).join(" ")
    : "";
  return (
    <>
      <Heading>
        From {card.frame} to {card.next} · {frames} frames
      </Heading>
      <Box sx={{ border: 1, borderColor: "divider", borderRadius: 1, bgcolor: "background.paper" }}>
        <svg
          viewBox="0 0 220 112"
          width="100%"
          style={{ display: "block" }}
          role="img"
          aria-label={`Chart: ${card.chart ?? "mixed"}`}
        >
          <polyline points={points} fill="none" stroke={inks.petrol} strokeWidth={2} />
          <path d="M8 104H212" stroke={inks.soft} />
          {curve?.ticks.map((tick, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a tick is its place in the gap
            <path key={i} d={`M${8 + tick * 204} 99v10`} stroke={inks.blade} />
          ))}
        </svg>
      </Box>
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 0.75 }} role="group" aria-label="Chart">
        {charts.map((one) => (
          <Button
            key={one.chart}
            variant={card.chart === one.chart ? "contained" : "outlined"}
            aria-pressed={card.chart === one.chart}
            onClick={() =>
              void commit({
                kind: "setGap",
                shotId: shot.id,
                frame: card.frame,
                chart: one.chart,
                owner,
                addresses: [],
              })
            }
          >
            {one.title}
          </Button>
        ))}
      </Box>
      {card.chart == null && <Hint>The keys of this card have different charts; choosing one sets them all.</Hint>}
    </>
  );
}
