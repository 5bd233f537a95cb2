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

/** How a reference lies under or over the picture, and when its pictures come. */
export function ReferenceCard({ shot, reference }: { shot: Shot; reference: Reference }) {
  const seen = useStore((state) => state.references);
  const frameRate = useStore((state) => state.film?.frameRate ?? 24);
  const tip = useTip("references", "Held, a key shows or hides all references");
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
      <Heading>Reference: {count === 1 ? "a picture" : `${count} pictures`}</Heading>
      <TextField label="Name" value={reference.name} onWrite={(name) => void commit(change({ name }))} />
      <CheckField label="Show references" value={seen} onChange={(references) => set({ references })} />
      <CheckField
        label="Hide this one"
        value={reference.hidden}
        onChange={(hidden) => void commit(change({ hidden }))}
      />
      <ChoiceField
        label="Lies"
        value={reference.over ? "over" : "under"}
        choices={[
          { value: "over", title: "over the picture" },
          { value: "under", title: "under the picture" },
        ]}
        onChoose={(side) => void commit(change({ over: side === "over" }))}
      />
      {number("Opacity", "opacityPercent", "%", 100)}
      {number("Across", "x", "px", 100000)}
      {number("Down", "y", "px", 100000)}
      {number("Size", "sizePercent", "%", 10000)}
      <NumberField
        label="Begins at"
        unit="fr."
        {...whole}
        min={-100000}
        max={100000}
        value={reference.start}
        edit={(start) => change({ start: Math.round(start) })}
      />
      {count > 1 && (
        <>
          <NumberField
            label="Pictures"
            unit="/ s"
            decimals={2}
            step={1}
            min={0.01}
            max={120}
            value={reference.rate}
            edit={(rate) => change({ rate })}
          />
          <Hint>One every {Math.round((10 * frameRate) / reference.rate) / 10} fr.</Hint>
          <NumberField
            label="First picture"
            unit="no."
            {...whole}
            min={1}
            max={count}
            value={reference.first}
            edit={(first) => change({ first: Math.round(first) })}
          />
          <NumberField
            label="Last picture"
            unit="no."
            {...whole}
            min={1}
            max={count}
            value={reference.last === 0 ? count : reference.last}
            edit={(last) => change({ last: Math.round(last) })}
          />
        </>
      )}
      <ChoiceField
        label="After its last"
        value={reference.atEnd}
        choices={[
          { value: "Hold", title: "the last stays" },
          { value: "Again", title: "from the first again" },
          { value: "Gone", title: "nothing more" },
        ]}
        onChoose={(atEnd) => void commit(change({ atEnd: atEnd as Reference["atEnd"] }))}
      />
      <Hint>{tip}. References are never printed.</Hint>
      <Box sx={{ mt: 1 }}>
        <Button
          color="error"
          variant="outlined"
          onClick={() => {
            set({ chosen: null });
            void commit({ kind: "removeReference", shotId: shot.id, referenceId: reference.id });
          }}
        >
          Take it away
        </Button>
      </Box>
    </>
  );
}
