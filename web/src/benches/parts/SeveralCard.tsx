import Box from "@mui/material/Box";
import type { Edit, Part, Puppet } from "../../api/types";
import { CommandButton } from "../../commands/CommandButton";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading } from "../../fields/Heading";
import { LabelField } from "../../fields/LabelField";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { counts } from "../../words/count";
import { words } from "../../words/parts";
import { carriers } from "../rig/carriers";
import { Duplicate } from "./Duplicate";
import { PartToggles } from "./PartToggles";
import { Recolour } from "./Recolour";
import { TakeAway } from "./TakeAway";

/** Stands where the chosen parts do not say the same. */
const differ = { value: "differ", title: words.theyDiffer };

/** What all of them say; null where they differ. */
function shared<T>(parts: Part[], say: (part: Part) => T): T | null {
  const [first, ...others] = parts.map(say);
  return first !== undefined && others.every((other) => other === first) ? first : null;
}

/** What every one of them can ride on. */
function carriersOfAll(puppet: Puppet, parts: Part[]) {
  const [first = [], ...others] = parts.map((part) => carriers(puppet, part.id));
  return others.reduce((common, own) => {
    const offered = new Set(own.map(({ value }) => value));
    return common.filter(({ value }) => offered.has(value));
  }, first);
}

/** What is done to several parts at once; each is one undo step. */
export function SeveralCard({ puppet, ids }: { puppet: Puppet; ids: string[] }) {
  const chosen = puppet.parts.filter((part) => ids.includes(part.id));
  const all = (says: string, changes: Partial<Extract<Edit, { kind: "changePart" }>>): Edit => ({
    kind: "together",
    says,
    edits: chosen.map((part) => ({ kind: "changePart", puppetId: puppet.id, partId: part.id, ...changes })),
  });
  const ridesOn = shared(chosen, (part) => part.ridesOn ?? "");
  const matte = shared(chosen, (part) => part.matte?.part ?? "");
  const label = chosen[0]?.label ?? "Petrol";
  return (
    <>
      <Heading>{counts.parts(chosen.length)}</Heading>
      <LabelField value={label} onChoose={(next) => void commit(all(words.labelColours, { label: next }))} />
      <ChoiceField
        label={words.attach}
        value={ridesOn ?? differ.value}
        choices={[...(ridesOn === null ? [differ] : []), ...carriersOfAll(puppet, chosen)]}
        onChoose={(next) => next !== differ.value && void commit(all(words.attachParts, { ridesOn: next }))}
      />
      <ChoiceField
        label={words.visibleOnlyInside}
        value={matte ?? differ.value}
        choices={[
          ...(matte === null ? [differ] : []),
          { value: "", title: words.everything },
          ...puppet.parts
            .filter((other) => !ids.includes(other.id) && other.drawing)
            .map((other) => ({ value: other.id, title: other.name })),
        ]}
        onChoose={(other) => {
          if (other !== differ.value)
            void commit(
              all(words.changeMattes, other ? { matte: { part: other, outside: false } } : { without: words.matte }),
            );
        }}
      />
      <NumberField
        label={shared(chosen, (part) => part.opacity) === null ? words.opacityTheyDiffer : words.opacity}
        unit="%"
        decimals={0}
        step={5}
        min={0}
        max={100}
        value={(chosen[0]?.opacity ?? 1) * 100}
        edit={(percent) => all(words.changeOpacity, { opacity: percent / 100 })}
      />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <PartToggles parts={chosen} />
        <CommandButton command="group">{words.group}</CommandButton>
      </Box>
      <Duplicate puppet={puppet} ids={ids} />
      <Recolour puppet={puppet} ids={ids} />
      <TakeAway puppet={puppet} ids={ids} />
    </>
  );
}
