import Button from "@mui/material/Button";
import type { Edit, Limb, Part, Puppet } from "../../api/types";
import { Fact } from "../../fields/Fact";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { nameOf } from "../../state/select";

const widths = [
  { key: "rootWidth", title: "Width at the root" },
  { key: "jointWidth", title: "Width at the joint" },
  { key: "endWidth", title: "Width at the end" },
] as const;

/** A tapered limb along two bones. */
export function LimbCard({ puppet, part, limb }: { puppet: Puppet; part: Part; limb: Limb }) {
  const change = (next: Limb): Edit => ({ kind: "changePart", puppetId: puppet.id, partId: part.id, limb: next });
  return (
    <>
      <Heading>{part.name} · limb</Heading>
      <Fact title="Along" value={nameOf(puppet, limb.upper)} />
      <Fact title="and" value={nameOf(puppet, limb.lower)} />
      {widths.map(({ key, title }) => (
        <NumberField
          key={key}
          label={title}
          unit="px"
          decimals={1}
          step={1}
          min={0.1}
          max={2000}
          value={limb[key]}
          edit={(width) => change({ ...limb, [key]: width })}
        />
      ))}
      <Hint>
        In Act its widths and the lengths of its bones are keyed: a limb that points at the viewer is short and wide.
      </Hint>
      <Button
        variant="outlined"
        color="error"
        onClick={() => void commit({ kind: "removePart", puppetId: puppet.id, partId: part.id })}
      >
        Remove the limb
      </Button>
    </>
  );
}
