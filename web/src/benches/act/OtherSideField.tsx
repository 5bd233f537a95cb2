import type { Puppet, StripRow } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { commit } from "../../state/film";
import { words } from "../../words/act";

const ByName = "";

/** What the thing is mirrored with when a pose is pasted so: by its name, or as it is chosen here. */
export function OtherSideField({ puppet, row }: { puppet: Puppet; row: StripRow }) {
  const alike = thingsLike(puppet, row);
  if (alike.length === 0) return null;
  const byHand = puppet.pairs?.some((pair) => pair.one === row.thing || pair.other === row.thing) ?? false;
  const partner = alike.find((one) => one.id === row.otherSide);
  const isPair = partner !== undefined && partner.id !== row.thing;
  const byName = byHand ? words.byName : isPair ? words.partnerByName(partner.name) : words.nothingByName;
  return (
    <ChoiceField
      label={words.opposite}
      value={byHand ? row.otherSide : ByName}
      choices={[
        { value: ByName, title: byName },
        { value: row.thing, title: words.nothing },
        ...alike.filter((one) => one.id !== row.thing).map((one) => ({ value: one.id, title: one.name })),
      ]}
      onChoose={(other) =>
        void commit({ kind: "pairThings", puppetId: puppet.id, one: row.thing, other: other === ByName ? null : other })
      }
    />
  );
}

/** Things of the same kind; none for what has no sides. */
function thingsLike(puppet: Puppet, { kind }: StripRow): { id: string; name: string }[] {
  if (kind === "Part") return puppet.parts;
  if (kind === "Bone") return puppet.bones;
  if (kind === "Reach") return puppet.reaches;
  if (kind === "Dial") return puppet.dials;
  return kind === "Pin" ? puppet.parts.flatMap((part) => part.pins) : [];
}
