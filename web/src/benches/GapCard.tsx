import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import type { Edit, Gap } from "../api/types";
import { CheckField } from "../fields/CheckField";
import { drawnFrom, eases, isSame, nameOfGap, overshooting, plainGap } from "../fields/charts";
import { Heading, Hint } from "../fields/Heading";
import { NumberField } from "../fields/NumberField";
import { TextField } from "../fields/TextField";
import { commit } from "../state/film";
import { useShot } from "../state/select";
import { set, useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { useStrip } from "../strip/useStrip";
import { ChartCurve } from "./ChartCurve";
import { StaggerFields } from "./StaggerFields";

/** The gap that the current frame lies in: its curve, its ticks, and what it is made of. */
export function GapCard({ owner }: { owner: string }) {
  const shot = useShot();
  const frame = useStillFrame();
  const strip = useStrip(owner);
  const card = strip?.cards.findLast((one) => one.full && one.frame <= frame && one.next != null);
  const frames = card?.next != null ? card.next - card.frame : 1;
  const [drawn, setDrawn] = useState<Gap | null>(null);
  const asked = drawn ?? card?.gap;
  const curve = useAnswer(asked ? { kind: "chart", gap: asked, frames } : null);
  const copied = useStore((state) => state.chart);
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  if (!shot) return null;
  if (!card?.gap || card.next == null)
    return <Hint>Key a second pose on another frame: its timing is chosen here.</Hint>;
  const { gap } = card;
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
        From {card.frame} to {card.next} · {frames} frames · {(frames / rate).toFixed(2)} s
      </Heading>
      <ChartCurve
        gap={drawn ?? gap}
        curve={curve?.curve ?? []}
        ticks={curve?.ticks ?? []}
        label={`Chart: ${nameOfGap(gap) ?? "by amounts"}`}
        onDraw={(points, done) => {
          const ease = { kind: "drawn", points, smooth: gap.ease.kind !== "drawn" || gap.ease.smooth } as const;
          setDrawn(done ? null : { ...gap, ease, held: false });
          if (done) void commit(change({ ease, held: false }));
        }}
      />
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
        {gap.ease.kind === "drawn" ? (
          <Button
            variant={gap.held ? "outlined" : "contained"}
            aria-pressed={!gap.held}
            onClick={() => void commit(change({ held: false }))}
          >
            Drawn
          </Button>
        ) : (
          <Button
            title="The curve as it is gets points to draw it by"
            variant="outlined"
            onClick={() => void commit(change({ ease: drawnFrom(curve?.curve ?? []), held: false }))}
          >
            Draw
          </Button>
        )}
        <Button
          title="Past the pose and back: the points are dragged from there"
          variant="outlined"
          onClick={() => void commit(change({ ease: overshooting, held: false }))}
        >
          Overshoot
        </Button>
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
      {gap.ease.kind === "drawn" && <Corners ease={gap.ease} change={change} />}
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
      <StaggerFields gap={gap} change={change} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", my: 0.75 }}>
        <Button variant="outlined" onClick={() => set({ chart: gap })}>
          Copy this chart
        </Button>
        <Button
          variant="outlined"
          disabled={copied === null}
          title={copied === null ? "Copy a chart first" : "It scales to this gap's length"}
          onClick={() => copied && void commit(change(copied))}
        >
          Put it here
        </Button>
        <Button variant="outlined" onClick={() => void commit(change({ ...plainGap, held: false, stagger: null }))}>
          As at first
        </Button>
      </Box>
      <TextField
        label="Card's name"
        value={card.name ?? ""}
        onWrite={(name) => void commit({ kind: "nameCard", shotId: shot.id, owner, frame: card.frame, name })}
      />
      {card.mixed && <Hint>Some keys of this card have a chart of their own; choosing one sets them all.</Hint>}
    </>
  );
}

/** Whether a drawn chart goes round its points or straight from one to the next. */
function Corners({
  ease,
  change,
}: {
  ease: Extract<Gap["ease"], { kind: "drawn" }>;
  change: (changes: Partial<Gap>) => Edit;
}) {
  return (
    <>
      <CheckField
        label="Smooth through its points"
        value={ease.smooth}
        onChange={(smooth) => void commit(change({ ease: { ...ease, smooth } }))}
      />
      <Hint>Drag the points; a double click makes one or takes one away.</Hint>
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
