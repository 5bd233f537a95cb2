import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import type { Edit, Gap } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { ChoiceField } from "../../fields/ChoiceField";
import { drawnFrom, eases, isSame, nameOfGap, overshooting, plainGap, type SlowEase } from "../../fields/charts";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { useShot } from "../../state/select";
import { set, useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { useStillFrame } from "../../state/useStillFrame";
import { useStrip } from "../../strip/useStrip";
import { ChartCurve } from "./ChartCurve";
import { KeptCharts } from "./KeptCharts";
import { Pace } from "./Pace";
import { StaggerFields } from "./StaggerFields";
import { type GapHere, type Scope, scopeOf, useGap } from "./useGap";

/** The gap that the current frame lies in: its curve, its ticks, and what it is made of. Of a card, or of what is chosen alone. */
export function GapCard({ owner }: { owner: string }) {
  const shot = useShot();
  const frame = useStillFrame();
  const strip = useStrip(owner);
  const thing = useStore((state) => (state.chosen?.owner === owner ? state.chosen.thing : null));
  const row = strip?.rows.find((one) => one.thing === thing && one.addresses.length > 0);
  const [scope, setScope] = useState<Scope>("card");
  const here = useGap(shot?.id ?? "", owner, row, scope, frame);
  if (!shot) return null;
  return (
    <>
      {row && (
        <ChoiceField
          label="Chart of"
          value={scope === "thing" || row.addresses.some((one) => scopeOf(one) === scope) ? scope : "card"}
          choices={[
            { value: "card", title: "all of the card" },
            { value: "thing", title: `${row.title} alone` },
            ...(row.addresses.length > 1
              ? row.addresses.map((one) => ({
                  value: scopeOf(one),
                  title: `its ${titles[one.property] ?? one.property}`,
                }))
              : []),
          ]}
          onChoose={setScope}
        />
      )}
      {here ? (
        <GapFields key={`${here.from} ${scope}`} owner={owner} here={here} />
      ) : (
        <Hint>Key a second pose on another frame: its timing is chosen here.</Hint>
      )}
      {here?.name !== undefined && (
        <TextField
          label="Card's name"
          value={here.name ?? ""}
          onWrite={(name) => void commit({ kind: "nameCard", shotId: shot.id, owner, frame: here.from, name })}
        />
      )}
    </>
  );
}

/** What values are called in a list of one thing's. */
const titles: Record<string, string> = {
  shiftX: "place across",
  shiftY: "place down",
  shift: "place",
  stretchX: "width",
  stretchY: "height",
  squash: "squash",
};

function GapFields({ owner, here }: { owner: string; here: GapHere }) {
  const frames = here.to - here.from;
  const [drawn, setDrawn] = useState<Gap | null>(null);
  const curve = useAnswer({ kind: "chart", gap: drawn ?? here.gap, frames });
  const copied = useStore((state) => state.chart);
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const { gap } = here;
  const { change, put } = here;
  const slow = gap.ease.kind === "slow" ? gap.ease : null;
  return (
    <>
      <Heading>
        {here.many ? `${here.many} chosen gaps · shown is ` : "From "}
        {here.from} to {here.to} · {frames} frames · {(frames / rate).toFixed(2)} s
      </Heading>
      <Pace owner={owner} from={here.from} to={here.to} />
      <ChartCurve
        gap={drawn ?? gap}
        curve={curve?.curve ?? []}
        ticks={curve?.ticks ?? []}
        label={`Chart: ${nameOfGap(gap) ?? "by amounts"}`}
        onEase={(ease, done) => {
          setDrawn(done ? null : { ...gap, ease, held: false });
          if (done && ease !== gap.ease) void commit(change({ ease, held: false }));
        }}
      />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 0.75 }} role="group" aria-label="Chart">
        {eases.map(({ title, ease }) => {
          const same = !gap.held && isSame(ease, gap.ease);
          return (
            <Button
              key={title}
              variant={same ? "contained" : "outlined"}
              aria-pressed={same}
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
          title="Past the pose, and settled there"
          variant={slow?.overPercent && !gap.held ? "contained" : "outlined"}
          aria-pressed={Boolean(slow?.overPercent) && !gap.held}
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
      {slow && <Amounts ease={slow} change={change} />}
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
      <KeptCharts gap={gap} onChoose={(chosen) => void commit(put({ ...chosen, held: false }))} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", my: 0.75 }}>
        <Button variant="outlined" onClick={async () => set({ chart: await here.newest() })}>
          Copy this chart
        </Button>
        <Button
          variant="outlined"
          disabled={copied === null}
          title={copied === null ? "Copy a chart first" : "It scales to this gap's length"}
          onClick={() => copied && void commit(put(copied))}
        >
          Put it here
        </Button>
        <Button variant="outlined" onClick={() => void commit(put(plainGap))}>
          As at first
        </Button>
      </Box>
      {here.own && <Hint>These values have a chart of their own here; the card's is another.</Hint>}
      {here.mixed && <Hint>Not all of these values have this chart; choosing one sets them all.</Hint>}
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

function Amounts({ ease, change }: { ease: SlowEase; change: (changes: Partial<Gap>) => Edit }) {
  const field = (label: string, name: "startPercent" | "stopPercent" | "overPercent") => (
    <NumberField
      label={label}
      unit="%"
      decimals={0}
      step={5}
      min={0}
      max={100}
      value={ease[name] ?? 0}
      edit={(value) => change({ ease: { ...ease, [name]: value }, held: false })}
    />
  );
  return (
    <>
      {field("Slow start", "startPercent")}
      {field("Slow stop", "stopPercent")}
      {field("Past the pose by", "overPercent")}
    </>
  );
}
