import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit, Placed, Shot } from "../../../api/types";
import { CommandButton } from "../../../commands/CommandButton";
import { removeChosen } from "../../../commands/choosing";
import { CheckField } from "../../../fields/CheckField";
import { ChoiceField } from "../../../fields/ChoiceField";
import { FramesField } from "../../../fields/FramesField";
import { Heading, Hint } from "../../../fields/Heading";
import { NumberField } from "../../../fields/NumberField";
import { commit } from "../../../state/film";
import { set, useStore } from "../../../state/store";
import { mirrors } from "./mirrors";
import { TakesPart } from "./TakesPart";

type Change = Omit<Extract<Edit, { kind: "changePlaced" }>, "kind" | "shotId" | "placedId">;

/** An action on the strip: when and how it is gone through, and what it does to keys and to what came before. */
export function PlacedCard({ shot, placed }: { shot: Shot; placed: Placed }) {
  const kept = useStore((state) => state.film?.kept.find((one) => one.id === placed.action));
  if (!kept) return null;
  const change = (changes: Change): Edit => ({
    kind: "changePlaced",
    shotId: shot.id,
    placedId: placed.id,
    ...changes,
  });
  const make = (changes: Change) => void commit(change(changes));
  const to = placed.to === 0 ? kept.length : placed.to;
  const once = Math.round((to - placed.from) / (placed.speedPercent / 100)) + 1;
  const percent = (label: string, value: number, min: number, max: number, edit: (percent: number) => Change) => (
    <NumberField
      label={label}
      unit="%"
      decimals={0}
      step={5}
      min={min}
      max={max}
      value={value}
      edit={(typed) => change(edit(typed))}
    />
  );
  return (
    <>
      <Heading>
        {kept.name}, frames {placed.start} to {placed.start + placed.length - 1}
      </Heading>
      <FramesField label="Begins at" value={placed.start} min={-100000} edit={(start) => change({ start })} />
      <FramesField label="Lasts" value={placed.length} min={1} edit={(length) => change({ length })} />
      {kept.length > 1 && (
        <>
          <FramesField label="Its first frame" value={placed.from} min={1} edit={(from) => change({ from })} />
          <FramesField label="Its last frame" value={to} min={1} edit={(last) => change({ to: last })} />
          {percent("Speed", placed.speedPercent, 1, 10000, (speedPercent) => ({ speedPercent }))}
        </>
      )}
      {percent("Strength", placed.strengthPercent, 0, 150, (strengthPercent) => ({ strengthPercent }))}
      <FramesField label="Fade in" value={placed.fadeIn} min={0} edit={(fadeIn) => change({ fadeIn })} />
      <FramesField label="Fade out" value={placed.fadeOut} min={0} edit={(fadeOut) => change({ fadeOut })} />
      {kept.length > 1 && (
        <>
          <CheckField label="Reversed" value={placed.reversed} onChange={(reversed) => make({ reversed })} />
          {placed.length > once && (
            <Hint>Gone through {Math.round((10 * (placed.length - 1)) / (once - 1)) / 10} times.</Hint>
          )}
        </>
      )}
      <ChoiceField
        label="Mirror"
        value={placed.mirror ?? ""}
        choices={mirrors}
        onChoose={(mirror) => make({ mirror })}
      />
      <ChoiceField
        label="Keys on it"
        value={placed.keys}
        choices={[
          { value: "Replace", title: "are what is seen" },
          { value: "Add", title: "are added to it" },
        ]}
        onChoose={(keys) => make({ keys: keys as Placed["keys"] })}
      />
      <ChoiceField
        label="Body"
        value={placed.travel}
        choices={[
          { value: "Onward", title: "goes on each round" },
          { value: "ByFeet", title: "goes by its feet" },
          { value: "InPlace", title: "stays in its place" },
        ]}
        onChoose={(travel) => make({ travel: travel as Placed["travel"] })}
      />
      <CheckField label="Starts where it has got to" value={placed.goesOn} onChange={(goesOn) => make({ goesOn })} />
      <TakesPart kept={kept} without={placed.without} onChange={(without) => make({ without })} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <CommandButton command="into-keys">Turn into keys</CommandButton>
        <Button variant="outlined" onClick={() => set({ chosen: { kind: "kept", thing: kept.id }, also: [] })}>
          What is kept
        </Button>
        <Button color="error" variant="outlined" onClick={removeChosen}>
          Take it away
        </Button>
      </Box>
    </>
  );
}
