import { type ReactNode, useState } from "react";
import type { Edit, Gap } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { ChoiceField } from "../../fields/ChoiceField";
import { nameOfGap, type SlowEase } from "../../fields/charts";
import { Foldable } from "../../fields/Foldable";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { useShot } from "../../state/select";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { useStillFrame } from "../../state/useStillFrame";
import { keyApart, placesIn } from "../../strip/placeApart";
import { useStrip } from "../../strip/useStrip";
import { words } from "../../words/timing";
import { units } from "../../words/units";
import { chosenRows } from "../chosenAmong";
import { ChartButtons } from "./ChartButtons";
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
  const also = useStore((state) => state.also);
  const rows = chosenRows(strip?.rows ?? [], row, also);
  const here = useGap(shot?.id ?? "", owner, rows, scope, frame);
  if (!shot) return null;
  const places = placesIn(rows.flatMap(({ addresses }) => addresses));
  const apart = places.apart.length > 0;
  const scopes = row && (
    <>
      {places.together.length + places.apart.length > 0 && (
        <CheckField
          label={words.xAndYApart}
          title={words.apartTip}
          value={apart}
          onChange={(parts) => void commit(keyApart(shot.id, places, parts))}
        />
      )}
      <ChoiceField
        label={words.chartOf}
        value={scope === "thing" || row.addresses.some((one) => scopeOf(one) === scope) ? scope : "card"}
        choices={[
          { value: "card", title: words.wholeCard },
          { value: "thing", title: rows.length > 1 ? words.rowsOf(rows.length) : words.only(row.title) },
          ...(row.addresses.length > 1
            ? row.addresses.map((one) => ({
                value: scopeOf(one),
                title: titles[one.property] ?? one.property,
              }))
            : []),
        ]}
        onChoose={setScope}
      />
    </>
  );
  if (here === null)
    return (
      <>
        {scopes}
        <Hint>{words.noGapHint}</Hint>
      </>
    );
  return (
    <GapFields key={`${here.from} ${scope}`} here={here} scopes={scopes}>
      {here.name !== undefined && (
        <TextField
          label={words.cardName}
          value={here.name ?? ""}
          onWrite={(name) => void commit({ kind: "nameCard", shotId: shot.id, owner, frame: here.from, name })}
        />
      )}
      <Pace owner={owner} from={here.from} to={here.to} />
    </GapFields>
  );
}

/** What values are called in a list of one thing's. */
const titles: Record<string, string> = {
  shiftX: words.x,
  shiftY: words.y,
  shift: "place",
  x: words.x,
  y: words.y,
  truck: words.truck,
  boom: words.boom,
  dolly: words.dolly,
  stretchX: "width",
  stretchY: "height",
  squash: "squash",
};

/**
 * What is pressed most stands first and keeps its place whatever the chart is: one who puts a chart on and takes it back presses twice
 * without looking.
 */
function GapFields({ here, scopes, children }: { here: GapHere; scopes: ReactNode; children: ReactNode }) {
  const frames = here.to - here.from;
  const [drawn, setDrawn] = useState<Gap | null>(null);
  const curve = useAnswer({ kind: "chart", gap: drawn ?? here.gap, frames });
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const { gap, change, put } = here;
  return (
    <>
      <Heading>
        {words.gapLine(
          here.many ? words.manyGaps(here.many) : words.fromFrame,
          here.from,
          here.to,
          frames,
          (frames / rate).toFixed(2),
        )}
      </Heading>
      <ChartCurve
        gap={drawn ?? gap}
        curve={curve?.curve ?? []}
        ticks={curve?.ticks ?? []}
        label={words.chartNamed(nameOfGap(gap) ?? words.custom)}
        onEase={(ease, done) => {
          setDrawn(done ? null : { ...gap, ease, held: false });
          if (done && ease !== gap.ease) void commit(change({ ease, held: false }));
        }}
      />
      <ChartButtons here={here} curve={curve?.curve ?? []} />
      {here.own && <Hint>{words.ownChartHint}</Hint>}
      {here.mixed && <Hint>{words.mixedHint}</Hint>}
      {scopes}
      {gap.ease.kind === "slow" && <Amounts ease={gap.ease} change={change} />}
      {gap.ease.kind === "drawn" && <Corners ease={gap.ease} change={change} />}
      <NumberField
        label={words.onEvery}
        unit={units.frames}
        decimals={0}
        step={1}
        min={1}
        max={48}
        value={gap.every}
        edit={(every) => change({ every: Math.round(every) })}
      />
      <StaggerFields gap={gap} change={change} />
      <Foldable title={words.savedCharts}>
        <KeptCharts gap={gap} onChoose={(chosen) => void commit(put({ ...chosen, held: false }))} />
        {children}
      </Foldable>
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
        label={words.smoothCurve}
        value={ease.smooth}
        onChange={(smooth) => void commit(change({ ease: { ...ease, smooth } }))}
      />
      <Hint>{words.drawnHint}</Hint>
    </>
  );
}

function Amounts({ ease, change }: { ease: SlowEase; change: (changes: Partial<Gap>) => Edit }) {
  const field = (label: string, name: "startPercent" | "stopPercent" | "overPercent" | "settlePercent") => (
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
      {field(words.easeIn, "startPercent")}
      {field(words.easeOut, "stopPercent")}
      {field(words.overshoot, "overPercent")}
      {(ease.overPercent ?? 0) > 0 && field(words.settleOver, "settlePercent")}
    </>
  );
}
