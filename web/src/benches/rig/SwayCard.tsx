import Button from "@mui/material/Button";
import type { Edit, Part, Puppet, Sway } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { Heading } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { words } from "../../words/rig";
import { given } from "../chosenAmong";
import { changeParts, isPlain, useChosenParts } from "./changeParts";

const numbers = [
  { key: "alongDegrees", label: words.direction, unit: "°", decimals: 0, step: 5, min: -360, max: 360 },
  { key: "wavelengthPx", label: words.wavelength, unit: "px", decimals: 0, step: 10, min: 4, max: 100000 },
  { key: "heightPx", label: words.height, unit: "px", decimals: 1, step: 1, min: 0, max: 10000 },
  { key: "speedHz", label: words.speed, unit: words.hz, decimals: 2, step: 0.1, min: 0, max: 30 },
  { key: "seed", label: words.seed, unit: "", decimals: 0, step: 1, min: 0, max: 100000 },
] as const;

/** A wave that runs along a strand from its held root. */
export function SwayCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const parts = useChosenParts(puppet, part);
  /** Of all that sway, each from what it has. */
  const change = (to: (sway: Sway) => Partial<Sway>): Edit =>
    changeParts(puppet, parts, ({ sway }) => (sway ? { sway: { ...sway, ...to(sway) } } : null));
  const sway = part.sway ?? null;
  if (sway === null) {
    const made = ({ pins, pivot }: Part): Sway => ({
      root: pins[0]?.at ?? pivot,
      alongDegrees: 90,
      wavelengthPx: 200,
      heightPx: 12,
      speedHz: 0.8,
      seed: 1,
      obeysWind: true,
    });
    const make = () =>
      void commit(changeParts(puppet, parts, (one) => (one.sway || !isPlain(one) ? null : { sway: made(one) })));
    return (
      <Button variant="outlined" sx={{ mt: 1, mr: 0.5 }} onClick={make}>
        {words.addSway}
      </Button>
    );
  }
  const remove = () => void commit(changeParts(puppet, parts, ({ sway }) => (sway ? { without: words.sway } : null)));
  return (
    <>
      <Heading right={<Button onClick={remove}>{words.deleteIt}</Button>}>{words.sway}</Heading>
      {(["x", "y"] as const).map((axis) => (
        <NumberField
          key={axis}
          label={axis === "x" ? words.heldAtX : words.heldAtY}
          unit="px"
          decimals={0}
          step={5}
          value={sway.root[axis]}
          edit={(value, by) => change(({ root }) => ({ root: { ...root, [axis]: given(root[axis], value, by) } }))}
        />
      ))}
      {numbers.map(({ key, ...field }) => (
        <NumberField
          key={key}
          {...field}
          value={sway[key]}
          edit={(value) => change(() => ({ [key]: key === "seed" ? Math.round(value) : value }))}
        />
      ))}
      <CheckField
        label={words.movesWithWind}
        value={sway.obeysWind}
        onChange={(obeysWind) => void commit(change(() => ({ obeysWind })))}
      />
    </>
  );
}
