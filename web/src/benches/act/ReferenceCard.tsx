import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit, Reference, Shot } from "../../api/types";
import { useTip } from "../../commands/CommandButton";
import { CheckField } from "../../fields/CheckField";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { set, useStore } from "../../state/store";
import { words } from "../../words/act";
import { counts } from "../../words/count";
import { units } from "../../words/units";

/** How a reference lies under or over the picture, and when its pictures come. */
export function ReferenceCard({ shot, reference }: { shot: Shot; reference: Reference }) {
  const seen = useStore((state) => state.references);
  const frameRate = useStore((state) => state.film?.frameRate ?? 24);
  const tip = useTip("references", words.showReferencesTip);
  const change = (changes: Partial<Omit<Reference, "id" | "pictures">>): Edit => ({
    kind: "changeReference",
    shotId: shot.id,
    referenceId: reference.id,
    ...changes,
  });
  const count = reference.pictures.length;
  const whole = { decimals: 0, step: 1 };
  const number = (label: string, name: "x" | "y" | "sizePercent" | "opacityPercent", unit: string, max: number) => (
    <NumberField
      label={label}
      unit={unit}
      decimals={0}
      step={name === "x" || name === "y" ? 5 : 1}
      min={name === "x" || name === "y" ? -max : name === "sizePercent" ? 0.01 : 0}
      max={max}
      value={reference[name]}
      edit={(value) => change({ [name]: value })}
    />
  );
  return (
    <>
      <Heading>{words.reference(count === 1 ? words.picture : counts.pictures(count))}</Heading>
      <TextField label={words.name} value={reference.name} onWrite={(name) => void commit(change({ name }))} />
      <CheckField label={words.showReferences} value={seen} onChange={(references) => set({ references })} />
      <CheckField
        label={words.hideThisReference}
        value={reference.hidden}
        onChange={(hidden) => void commit(change({ hidden }))}
      />
      <ChoiceField
        label={words.layer}
        value={reference.over ? "over" : "under"}
        choices={[
          { value: "over", title: words.overPicture },
          { value: "under", title: words.underPicture },
        ]}
        onChoose={(side) => void commit(change({ over: side === "over" }))}
      />
      {number(words.opacity, "opacityPercent", "%", 100)}
      {number(words.x, "x", "px", 100000)}
      {number(words.y, "y", "px", 100000)}
      {number(words.size, "sizePercent", "%", 10000)}
      <NumberField
        label={words.start}
        unit={units.frames}
        {...whole}
        min={-100000}
        max={100000}
        value={reference.start}
        edit={(start) => change({ start: Math.round(start) })}
      />
      {count > 1 && (
        <>
          <NumberField
            label={words.pictures}
            unit="/ s"
            decimals={2}
            step={1}
            min={0.01}
            max={120}
            value={reference.rate}
            edit={(rate) => change({ rate })}
          />
          <Hint>{words.nextPictureEvery(Math.round((10 * frameRate) / reference.rate) / 10)}</Hint>
          <NumberField
            label={words.firstPicture}
            unit={units.number}
            {...whole}
            min={1}
            max={count}
            value={reference.first}
            edit={(first) => change({ first: Math.round(first) })}
          />
          <NumberField
            label={words.lastPicture}
            unit={units.number}
            {...whole}
            min={1}
            max={count}
            value={reference.last === 0 ? count : reference.last}
            edit={(last) => change({ last: Math.round(last) })}
          />
        </>
      )}
      <ChoiceField
        label={words.afterLastPicture}
        value={reference.atEnd}
        choices={[
          { value: "Hold", title: words.hold },
          { value: "Again", title: words.loop },
          { value: "Gone", title: words.hide },
        ]}
        onChoose={(atEnd) => void commit(change({ atEnd: atEnd as Reference["atEnd"] }))}
      />
      <Hint>{words.neverRendered(tip)}</Hint>
      <Box sx={{ mt: 1 }}>
        <Button
          color="error"
          variant="outlined"
          onClick={() => {
            set({ chosen: null });
            void commit({ kind: "removeReference", shotId: shot.id, referenceId: reference.id });
          }}
        >
          {words.deleteIt}
        </Button>
      </Box>
    </>
  );
}
