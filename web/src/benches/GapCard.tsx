import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useTheme } from "@mui/material/styles";
import type { Edit, Gap } from "../api/types";
import { eases, isSame, nameOfGap } from "../fields/charts";
import { Heading, Hint } from "../fields/Heading";
import { NumberField } from "../fields/NumberField";
import { TextField } from "../fields/TextField";
import { commit } from "../state/film";
import { useShot } from "../state/select";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { useStrip } from "../strip/useStrip";

/** The gap that the current frame lies in: its curve, its ticks, and what it is made of. */
export function GapCard({ owner }: { owner: string }) {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const frame = useStillFrame();
  const strip = useStrip(owner);
  const card = strip?.cards.findLast((one) => one.full && one.frame <= frame && one.next != null);
  const frames = card?.next != null ? card.next - card.frame : 1;
  const curve = useAnswer(card?.gap ? { kind: "chart", gap: card.gap, frames } : null);
  if (!shot) return null;
  if (!card?.gap || card.next == null)
    return <Hint>Key a second pose on another frame: its timing is chosen here.</Hint>;
  const { gap } = card;
  const points = curve
    ? curve.curve.map((value, i) => (i % 2 === 0 ? 8 + value * 204 : 92 - value * 80)).join(" ")
    : "";
  const change = (changes: Partial<Gap>): Edit => ({
    kind: "setGap",
    shotId: shot.id,
    frame: card.frame,
    gap: { ...gap, ...changes },
    owner,
    addresses: [],
  });
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
          aria-label={`Chart: ${nameOfGap(gap) ?? "by amounts"}`}
        >
          <polyline points={points} fill="none" stroke={inks.petrol} strokeWidth={2} opacity={gap.held ? 0.35 : 1} />
          <path d="M8 104H212" stroke={inks.soft} />
          {curve?.ticks.map((tick, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a tick is its place in the gap
            <path key={i} d={`M${8 + tick * 204} 99v10`} stroke={inks.blade} />
          ))}
        </svg>
      </Box>
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 0.75 }} role="group" aria-label="Chart">
        {eases.map(({ title, ease }) => {
          const here = !gap.held && isSame(ease, gap.ease);
          return (
            <Button
              key={title}
              variant={here ? "contained" : "outlined"}
              aria-pressed={here}
              onClick={() => void commit(change({ ease, held: false }))}
            >
              {title}
            </Button>
          );
        })}
        <Button
          variant={gap.held ? "contained" : "outlined"}
          aria-pressed={gap.held ?? false}
          title="The ease stays as it is for when the hold is lifted"
          onClick={() => void commit(change({ held: !gap.held }))}
        >
          Hold
        </Button>
      </Box>
      {gap.ease.kind === "slow" && <Amounts ease={gap.ease} change={change} />}
      <NumberField
        label="A new drawing every"
        unit="fr."
        decimals={0}
        step={1}
        min={1}
        max={48}
        value={gap.every}
        edit={(every) => change({ every: Math.round(every) })}
      />
      <TextField
        label="Card's name"
        value={card.name ?? ""}
        onWrite={(name) => void commit({ kind: "nameCard", shotId: shot.id, owner, frame: card.frame, name })}
      />
      {card.mixed && <Hint>Some keys of this card have a chart of their own; choosing one sets them all.</Hint>}
    </>
  );
}

function Amounts({
  ease,
  change,
}: {
  ease: Extract<Gap["ease"], { kind: "slow" }>;
  change: (changes: Partial<Gap>) => Edit;
}) {
  const percent = { unit: "%", decimals: 0, step: 5, min: 0, max: 100 };
  return (
    <>
      <NumberField
        label="Slow start"
        {...percent}
        value={ease.startPercent}
        edit={(startPercent) => change({ ease: { ...ease, startPercent }, held: false })}
      />
      <NumberField
        label="Slow stop"
        {...percent}
        value={ease.stopPercent}
        edit={(stopPercent) => change({ ease: { ...ease, stopPercent }, held: false })}
      />
    </>
  );
}
