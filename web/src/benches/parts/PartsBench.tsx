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
        <Heading>Parts</Heading>
        <PartList puppet={puppet} reorders note={(one) => (one.drawing ? "" : "carries")} />
      </>
    ) : (
      <Hint>Parts of a drawing stand here, front to back.</Hint>
    ),
    stage: (
      <Stage
        caption={puppet ? `${puppet.name} · ${puppet.parts.length} parts · at rest` : ""}
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
              <Hint>
                Start with a layered drawing: SVG, OpenRaster, or a zip of PNG layers. Its layers and groups become
                parts, and what stands inside a group rides on it.
              </Hint>
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
      <Hint>Nothing is chosen.</Hint>
    ),
  };
}

export function PuppetCard({ puppet }: { puppet: Puppet }) {
  const filmId = useStore((state) => state.filmId);
  const origin = (x: number, y: number): Edit => ({ kind: "changePuppet", puppetId: puppet.id, origin: { x, y } });
  return (
    <>
      <Heading>Puppet</Heading>
      <TextField
        label="Name"
        value={puppet.name}
        onWrite={(name) => void commit({ kind: "changePuppet", puppetId: puppet.id, name })}
      />
      <NumberField
        label="Ground point across"
        unit="px"
        decimals={1}
        step={1}
        value={puppet.origin.x}
        edit={(x) => origin(x, puppet.origin.y)}
      />
      <NumberField
        label="Ground point down"
        unit="px"
        decimals={1}
        step={1}
        value={puppet.origin.y}
        edit={(y) => origin(puppet.origin.x, y)}
      />
      <Hint>
        Click a part on the picture or in the list. Drag the screw head on the picture to set its pivot. With Ctrl
        several are chosen at once.
      </Hint>
      <Redraw key={puppet.id} puppet={puppet} />
      <ExportLayers title="At rest, in layers" path={`${filmId}/puppets/${puppet.id}/rest`} />
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
      <Heading>Part</Heading>
      <TextField label="Name" value={part.name} onWrite={(name) => void commit(change({ name }))} />
      <LabelField value={part.label} onChoose={(label) => void commit(change({ label }))} />
      <ChoiceField
        label="Rides on"
        value={part.ridesOn ?? ""}
        choices={carriers(puppet, part.id)}
        onChoose={(ridesOn) => void commit(change({ ridesOn }))}
      />
      <OtherCarriers puppet={puppet} part={part} onWrite={(alsoRidesOn) => void commit(change({ alsoRidesOn }))} />
      <LiesBehind puppet={puppet} part={part} onWrite={(mayLieBehind) => void commit(change({ mayLieBehind }))} />
      <NumberField
        label="Pivot across"
        unit="px"
        decimals={1}
        step={1}
        value={part.pivot.x}
        edit={(x) => change({ pivot: { x, y: part.pivot.y } })}
      />
      <NumberField
        label="Pivot down"
        unit="px"
        decimals={1}
        step={1}
        value={part.pivot.y}
        edit={(y) => change({ pivot: { x: part.pivot.x, y } })}
      />
      <ChoiceField
        label="Shows inside"
        value={part.matte?.part ?? ""}
        choices={[
          { value: "", title: "everything" },
          ...puppet.parts
            .filter((other) => other.id !== part.id && other.drawing)
            .map((other) => ({ value: other.id, title: other.name })),
        ]}
        onChoose={(other) =>
          void commit(
            change(other ? { matte: { part: other, outside: part.matte?.outside ?? false } } : { without: "Matte" }),
          )
        }
      />
      {part.matte && (
        <CheckField
          label="Outside it instead"
          value={part.matte.outside ?? false}
          onChange={(outside) => void commit(change({ matte: { part: part.matte?.part ?? "", outside } }))}
        />
      )}
      <SharpnessFact thing={part.id} drawing={part.drawing} />
      <NumberField
        label="Opacity"
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
        <CommandButton command="forward">Forward</CommandButton>
        <CommandButton command="back">Back</CommandButton>
        <CommandButton command="group">Group</CommandButton>
      </Box>
      <Duplicate puppet={puppet} ids={[part.id]} />
      <Recolour key={part.id} puppet={puppet} ids={[part.id]} />
      <SplitShapes key={`${part.id} ${part.drawing}`} puppet={puppet} part={part} />
      <TakeAway puppet={puppet} ids={[part.id]} />
    </>
  );
}
