import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit, Mouth, MouthChart, Puppet } from "../../../api/types";
import { CheckField } from "../../../fields/CheckField";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Heading, Hint } from "../../../fields/Heading";
import { NumberField } from "../../../fields/NumberField";
import { commit } from "../../../state/film";
import { mouths } from "../../../strip/sound/cues";
import { words } from "../../../words/sound";
import { units } from "../../../words/units";
import {
  emptyChart,
  keyOf,
  type Maker,
  makersOf,
  usedIn,
  withMaker,
  withoutMaker,
  withoutMouth,
  withValue,
} from "./mouthChart";

/** What each mouth is on a puppet. One that is left out shows as the one nearest to it. */
export function MouthFields({ puppet }: { puppet: Puppet }) {
  const chart = puppet.mouths ?? emptyChart;
  const makers = makersOf(puppet);
  const used = usedIn(chart, makers);
  const edit = (next: MouthChart): Edit => ({ kind: "setMouths", puppetId: puppet.id, mouths: next });
  const make = (next: MouthChart) => void commit(edit(next));
  const frames = (label: string, name: "leadFrames" | "blendFrames", max: number) => (
    <NumberField
      label={label}
      unit={units.frames}
      decimals={1}
      step={0.5}
      min={0}
      max={max}
      value={chart[name]}
      edit={(value) => edit({ ...chart, [name]: value })}
    />
  );
  return (
    <>
      <Heading>{words.mouthsOfPuppet(puppet.name)}</Heading>
      {used.length === 0 && <Hint>{words.madeOfHint}</Hint>}
      <ChoiceField
        label={words.madeOf}
        value=""
        choices={[
          { value: "", title: words.select },
          ...makers.filter((maker) => !used.includes(maker)).map((one) => ({ value: keyOf(one), title: one.name })),
        ]}
        onChoose={(key) => {
          const maker = makers.find((one) => keyOf(one) === key);
          if (maker) make(withMaker(chart, maker));
        }}
      />
      {used.length > 0 && (
        <>
          <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
            {used.map((maker) => (
              <Button
                key={keyOf(maker)}
                size="small"
                variant="outlined"
                color="error"
                onClick={() => make(withoutMaker(chart, maker))}
              >
                {words.detach(maker.name)}
              </Button>
            ))}
          </Box>
          {frames(words.leadOverSound, "leadFrames", 12)}
          {frames(words.blendOver, "blendFrames", 24)}
          {mouths
            .filter(({ mouth }) => mouth !== "Keyed")
            .map(({ mouth, title, says }) => (
              <One key={mouth} mouth={mouth} title={`${title}: ${says}`} chart={chart} used={used} edit={edit} />
            ))}
        </>
      )}
    </>
  );
}

interface OneProps {
  mouth: Mouth;
  title: string;
  chart: MouthChart;
  used: Maker[];
  edit: (next: MouthChart) => Edit;
}

function One({ mouth, title, chart, used, edit }: OneProps) {
  const shape = chart.shapes.find((one) => one.mouth === mouth);
  const make = (next: MouthChart) => void commit(edit(next));
  const rest = (now: MouthChart, { thing, property, choices }: Maker) =>
    withValue(now, mouth, { thing, property, value: 0, choice: choices.length > 0 ? "" : undefined });
  return (
    <>
      <CheckField
        label={title}
        value={shape !== undefined}
        onChange={(has) => make(has ? used.reduce(rest, chart) : withoutMouth(chart, mouth))}
      />
      {shape &&
        used.map((maker) => {
          const { thing, property, name, choices } = maker;
          const value = shape.values.find((one) => keyOf(one) === keyOf(maker));
          return (
            <Box key={keyOf(maker)} sx={{ pl: 3.5 }}>
              {choices.length > 0 ? (
                <ChoiceField
                  label={words.shapeOf(name)}
                  value={value?.choice ?? ""}
                  choices={choices}
                  onChoose={(choice) => make(withValue(chart, mouth, { thing, property, value: 0, choice }))}
                />
              ) : (
                <NumberField
                  label={name}
                  unit="%"
                  decimals={0}
                  step={5}
                  min={-100}
                  max={100}
                  value={value?.value ?? 0}
                  edit={(number) => edit(withValue(chart, mouth, { thing, property, value: number }))}
                />
              )}
            </Box>
          );
        })}
    </>
  );
}
