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
import { words } from "../../../words/library";
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
      <Heading>{words.placed(kept.name, placed.start, placed.start + placed.length - 1)}</Heading>
      <FramesField label={words.start} value={placed.start} min={-100000} edit={(start) => change({ start })} />
      <FramesField label={words.length} value={placed.length} min={1} edit={(length) => change({ length })} />
      {kept.length > 1 && (
        <>
          <FramesField label={words.firstFrameOfAction} value={placed.from} min={1} edit={(from) => change({ from })} />
          <FramesField label={words.lastFrameOfAction} value={to} min={1} edit={(last) => change({ to: last })} />
          {percent(words.speed, placed.speedPercent, 1, 10000, (speedPercent) => ({ speedPercent }))}
        </>
      )}
      {percent(words.strength, placed.strengthPercent, 0, 150, (strengthPercent) => ({ strengthPercent }))}
      <FramesField label={words.fadeIn} value={placed.fadeIn} min={0} edit={(fadeIn) => change({ fadeIn })} />
      <FramesField label={words.fadeOut} value={placed.fadeOut} min={0} edit={(fadeOut) => change({ fadeOut })} />
      {kept.length > 1 && (
        <>
          <CheckField label={words.reversed} value={placed.reversed} onChange={(reversed) => make({ reversed })} />
          {placed.length > once && (
            <Hint>{words.playsTimes(Math.round((10 * (placed.length - 1)) / (once - 1)) / 10)}</Hint>
          )}
        </>
      )}
      <ChoiceField
        label={words.mirror}
        value={placed.mirror ?? ""}
        choices={mirrors}
        onChoose={(mirror) => make({ mirror })}
      />
      <ChoiceField
        label={words.keysOverIt}
        value={placed.keys}
        choices={[
          { value: "Replace", title: words.replace },
          { value: "Add", title: words.add },
        ]}
        onChoose={(keys) => make({ keys: keys as Placed["keys"] })}
      />
      <ChoiceField
        label={words.travel}
        value={placed.travel}
        choices={[
          { value: "Onward", title: words.loopsAndContinues },
          { value: "ByFeet", title: words.byFeet },
          { value: "InPlace", title: words.inPlace },
        ]}
        onChoose={(travel) => make({ travel: travel as Placed["travel"] })}
      />
      <CheckField label={words.startWhereItIs} value={placed.goesOn} onChange={(goesOn) => make({ goesOn })} />
      <TakesPart kept={kept} without={placed.without} onChange={(without) => make({ without })} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <CommandButton command="into-keys">{words.turnIntoKeys}</CommandButton>
        <Button variant="outlined" onClick={() => set({ chosen: { kind: "kept", thing: kept.id }, also: [] })}>
          {words.showInLibrary}
        </Button>
        <Button color="error" variant="outlined" onClick={removeChosen}>
          {words.deleteIt}
        </Button>
      </Box>
    </>
  );
}
