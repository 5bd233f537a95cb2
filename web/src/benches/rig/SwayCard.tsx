import Button from "@mui/material/Button";
import type { Edit, Part, Puppet, Sway } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { Heading } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";

const numbers = [
  { key: "alongDegrees", label: "Direction", unit: "°", decimals: 0, step: 5, min: -360, max: 360 },
  { key: "wavelengthPx", label: "Wavelength", unit: "px", decimals: 0, step: 10, min: 4, max: 100000 },
  { key: "heightPx", label: "Height", unit: "px", decimals: 1, step: 1, min: 0, max: 10000 },
  { key: "speedHz", label: "Speed", unit: "Hz", decimals: 2, step: 0.1, min: 0, max: 30 },
  { key: "seed", label: "Seed", unit: "", decimals: 0, step: 1, min: 0, max: 100000 },
] as const;

/** A wave that runs along a strand from its held root. */
export function SwayCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const change = (changes: Partial<Extract<Edit, { kind: "changePart" }>>): Edit => ({
    kind: "changePart",
    puppetId: puppet.id,
    partId: part.id,
    ...changes,
  });
  const sway = part.sway ?? null;
  if (sway === null) {
    const made: Sway = {
      root: part.pins[0]?.at ?? part.pivot,
      alongDegrees: 90,
      wavelengthPx: 200,
      heightPx: 12,
      speedHz: 0.8,
      seed: 1,
      obeysWind: true,
    };
    return (
      <Button variant="outlined" sx={{ mt: 1, mr: 0.5 }} onClick={() => void commit(change({ sway: made }))}>
        Let it sway
      </Button>
    );
  }
  return (
    <>
      <Heading right={<Button onClick={() => void commit(change({ without: "Sway" }))}>Remove</Button>}>Sway</Heading>
      {(["x", "y"] as const).map((axis) => (
        <NumberField
          key={axis}
          label={axis === "x" ? "Held at across" : "Held at down"}
          unit="px"
          decimals={0}
          step={5}
          value={sway.root[axis]}
          edit={(value) => change({ sway: { ...sway, root: { ...sway.root, [axis]: value } } })}
        />
      ))}
      {numbers.map(({ key, ...field }) => (
        <NumberField
          key={key}
          {...field}
          value={sway[key]}
          edit={(value) => change({ sway: { ...sway, [key]: key === "seed" ? Math.round(value) : value } })}
        />
      ))}
      <CheckField
        label="Obeys the wind"
        value={sway.obeysWind}
        onChange={(obeysWind) => void commit(change({ sway: { ...sway, obeysWind } }))}
      />
    </>
  );
}
