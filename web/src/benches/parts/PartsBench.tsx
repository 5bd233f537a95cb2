import Box from "@mui/material/Box";
import type { Edit, Part, Puppet } from "../../api/types";
import { CommandButton } from "../../commands/CommandButton";
import { CheckField } from "../../fields/CheckField";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { LabelField } from "../../fields/LabelField";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { Stage } from "../../stage/Stage";
import { commit } from "../../state/film";
import { usePuppet } from "../../state/select";
import { useStore } from "../../state/store";
import { words } from "../../words/parts";
import type { Bench } from "../Bench";
import { BringPuppet } from "../BringPuppet";
import { ExportLayers } from "../ExportLayers";
import { PartList } from "../PartList";
import { PuppetMenu } from "../PuppetMenu";
import { carriers } from "../rig/carriers";
import { SharpnessFact } from "../SharpnessFact";
import { RemovePuppet, ShelfCard, TakeFromShelf } from "../Shelf";
import { Duplicate } from "./Duplicate";
import { LiesBehind } from "./LiesBehind";
import { OtherCarriers } from "./OtherCarriers";
import { PartToggles } from "./PartToggles";
import { Recolour } from "./Recolour";
import { Redraw } from "./Redraw";
import { SeveralCard } from "./SeveralCard";
import { SplitShapes } from "./SplitShapes";
import { TakeAway } from "./TakeAway";

/** Names, colours, order, pivots, and what rides on what. */
export function PartsBench(): Bench {
  const puppet = usePuppet();
  const chosen = useStore((state) => state.chosen);
  const also = useStore((state) => state.also);
  const part = puppet?.parts.find((candidate) => candidate.id === chosen?.thing);
  return {
    list: puppet ? (
      <>
        <PuppetMenu />
        <Heading>{words.parts}</Heading>
        <PartList puppet={puppet} reorders note={(one) => (one.drawing ? "" : "carries")} />
      </>
    ) : (
      <Hint>{words.listEmpty}</Hint>
    ),
    stage: (
      <Stage
        caption={puppet ? words.puppetLine(puppet.name, puppet.parts.length) : ""}
        bar={
          puppet && (
            <>
              <BringPuppet />
              <TakeFromShelf />
            </>
          )
        }
        empty={
          puppet ? null : (
            <>
              <Hint>{words.startHint}</Hint>
              <Box sx={{ display: "flex", gap: 1, justifyContent: "center" }}>
                <BringPuppet variant="contained" />
                <TakeFromShelf />
              </Box>
            </>
          )
        }
      />
    ),
    card: puppet ? (
      part && also.length > 0 ? (
        <SeveralCard puppet={puppet} ids={[part.id, ...also]} />
      ) : part ? (
        <PartCard puppet={puppet} part={part} />
      ) : (
        <PuppetCard puppet={puppet} />
      )
    ) : (
      <Hint>{words.nothingIsSelected}</Hint>
    ),
  };
}

export function PuppetCard({ puppet }: { puppet: Puppet }) {
  const filmId = useStore((state) => state.filmId);
  const origin = (x: number, y: number): Edit => ({ kind: "changePuppet", puppetId: puppet.id, origin: { x, y } });
  return (
    <>
      <Heading>{words.puppet}</Heading>
      <TextField
        label={words.name}
        value={puppet.name}
        onWrite={(name) => void commit({ kind: "changePuppet", puppetId: puppet.id, name })}
      />
      <NumberField
        label={words.groundPointX}
        unit="px"
        decimals={1}
        step={1}
        value={puppet.origin.x}
        edit={(x) => origin(x, puppet.origin.y)}
      />
      <NumberField
        label={words.groundPointY}
        unit="px"
        decimals={1}
        step={1}
        value={puppet.origin.y}
        edit={(y) => origin(puppet.origin.x, y)}
      />
      <Hint>{words.partsHint}</Hint>
      <Redraw key={puppet.id} puppet={puppet} />
      <ExportLayers title={words.atRestLayered} path={`${filmId}/puppets/${puppet.id}/rest`} />
      <ShelfCard puppet={puppet} />
      <RemovePuppet puppet={puppet} />
    </>
  );
}

function PartCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const change = (changes: Partial<Extract<Edit, { kind: "changePart" }>>): Edit => ({
    kind: "changePart",
    puppetId: puppet.id,
    partId: part.id,
    ...changes,
  });
  return (
    <>
      <Heading>{words.part}</Heading>
      <TextField label={words.name} value={part.name} onWrite={(name) => void commit(change({ name }))} />
      <LabelField value={part.label} onChoose={(label) => void commit(change({ label }))} />
      <ChoiceField
        label={words.attachedTo}
        value={part.ridesOn ?? ""}
        choices={carriers(puppet, part.id)}
        onChoose={(ridesOn) => void commit(change({ ridesOn }))}
      />
      <OtherCarriers puppet={puppet} part={part} onWrite={(alsoRidesOn) => void commit(change({ alsoRidesOn }))} />
      <LiesBehind puppet={puppet} part={part} onWrite={(mayLieBehind) => void commit(change({ mayLieBehind }))} />
      <NumberField
        label={words.pivotX}
        unit="px"
        decimals={1}
        step={1}
        value={part.pivot.x}
        edit={(x) => change({ pivot: { x, y: part.pivot.y } })}
      />
      <NumberField
        label={words.pivotY}
        unit="px"
        decimals={1}
        step={1}
        value={part.pivot.y}
        edit={(y) => change({ pivot: { x: part.pivot.x, y } })}
      />
      <ChoiceField
        label={words.visibleOnlyInside}
        value={part.matte?.part ?? ""}
        choices={[
          { value: "", title: words.everything },
          ...puppet.parts
            .filter((other) => other.id !== part.id && other.drawing)
            .map((other) => ({ value: other.id, title: other.name })),
        ]}
        onChoose={(other) =>
          void commit(
            change(
              other ? { matte: { part: other, outside: part.matte?.outside ?? false } } : { without: words.matte },
            ),
          )
        }
      />
      {part.matte && (
        <CheckField
          label={words.onlyOutsideIt}
          value={part.matte.outside ?? false}
          onChange={(outside) => void commit(change({ matte: { part: part.matte?.part ?? "", outside } }))}
        />
      )}
      <SharpnessFact thing={part.id} drawing={part.drawing} />
      <NumberField
        label={words.opacity}
        unit="%"
        decimals={0}
        step={5}
        min={0}
        max={100}
        value={part.opacity * 100}
        edit={(percent) => change({ opacity: percent / 100 })}
      />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <PartToggles parts={[part]} />
        <CommandButton command="forward">{words.forward}</CommandButton>
        <CommandButton command="back">{words.back}</CommandButton>
        <CommandButton command="group">{words.group}</CommandButton>
      </Box>
      <Duplicate puppet={puppet} ids={[part.id]} />
      <Recolour key={part.id} puppet={puppet} ids={[part.id]} />
      <SplitShapes key={`${part.id} ${part.drawing}`} puppet={puppet} part={part} />
      <TakeAway puppet={puppet} ids={[part.id]} />
    </>
  );
}
