import type { Edit, Part, Puppet } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { words } from "../../words/rig";
import { changeParts, useChosenParts } from "./changeParts";

/** How readily something gives when the whole body is pulled. */
export function ShareField({ value, edit }: { value: number; edit: (sharePercent: number) => Edit }) {
  return <NumberField label={words.share} unit="%" decimals={0} step={5} min={0} max={500} value={value} edit={edit} />;
}

/** What a part counts for in balance. */
export function WeightFields({ puppet, part }: { puppet: Puppet; part: Part }) {
  const parts = useChosenParts(puppet, part);
  const drawn = parts.filter(({ drawing }) => drawing);
  return (
    <>
      <Heading>{words.weight}</Heading>
      {part.drawing && (
        <NumberField
          label={words.relativeWeight}
          unit="%"
          decimals={0}
          step={10}
          min={0}
          max={1000}
          value={part.weightPercent}
          edit={(weightPercent) => changeParts(puppet, drawn, () => ({ weightPercent }))}
        />
      )}
      {part.drawing && (
        <CheckField
          label={words.canBeDrawnLarger}
          value={part.stretchesFreely}
          onChange={(stretchesFreely) => void commit(changeParts(puppet, drawn, () => ({ stretchesFreely })))}
        />
      )}
      <ShareField
        value={part.sharePercent}
        edit={(sharePercent) => changeParts(puppet, parts, () => ({ sharePercent }))}
      />
      <Hint>{words.weightHint}</Hint>
    </>
  );
}

/** How readily the whole body shifts. */
export function BodyShare({ puppet }: { puppet: Puppet }) {
  return (
    <>
      <Heading>{words.wholeBodyDrag}</Heading>
      <ShareField
        value={puppet.bodySharePercent}
        edit={(bodySharePercent) => ({ kind: "changePuppet", puppetId: puppet.id, bodySharePercent })}
      />
      <Hint>{words.bodyShareHint}</Hint>
    </>
  );
}
