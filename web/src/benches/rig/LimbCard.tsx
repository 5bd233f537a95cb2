import Button from "@mui/material/Button";
import type { Edit, Limb, Part, Puppet } from "../../api/types";
import { Fact } from "../../fields/Fact";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { nameOf } from "../../state/select";
import { words } from "../../words/rig";

const widths = [
  { key: "rootWidth", title: words.widthAtRoot },
  { key: "jointWidth", title: words.widthAtJoint },
  { key: "endWidth", title: words.widthAtEnd },
] as const;

/** A tapered limb along two bones. */
export function LimbCard({ puppet, part, limb }: { puppet: Puppet; part: Part; limb: Limb }) {
  const change = (next: Limb): Edit => ({ kind: "changePart", puppetId: puppet.id, partId: part.id, limb: next });
  return (
    <>
      <Heading>{words.partLimb(part.name)}</Heading>
      <Fact title={words.along} value={nameOf(puppet, limb.upper)} />
      <Fact title={words.and} value={nameOf(puppet, limb.lower)} />
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
      <Hint>{words.limbHint}</Hint>
      <Button
        variant="outlined"
        color="error"
        onClick={() => void commit({ kind: "removePart", puppetId: puppet.id, partId: part.id })}
      >
        {words.deleteLimb}
      </Button>
    </>
  );
}
