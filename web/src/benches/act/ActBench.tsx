import Button from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import type { Beyond, Puppet, Shot, StripRow } from "../../api/types";
import { CommandButton } from "../../commands/CommandButton";
import { ChoiceField } from "../../fields/ChoiceField";
import { Foldable } from "../../fields/Foldable";
import { Heading, Hint } from "../../fields/Heading";
import { SnagLine, snagKey, useSnags } from "../../shell/Snags";
import { ArcBar } from "../../stage/ArcBar";
import { GhostBar } from "../../stage/GhostBar";
import { LensCaption } from "../../stage/LensCaption";
import { Stage } from "../../stage/Stage";
import { commit, wish } from "../../state/film";
import { castsOf, isBlocking, nameOf, puppetIdOf, useCast, useShot } from "../../state/select";
import { set, useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { useStillFrame } from "../../state/useStillFrame";
import { Strip } from "../../strip/Strip";
import { useStrip } from "../../strip/useStrip";
import type { Bench } from "../Bench";
import { ChosenKeys } from "../ChosenKeys";
import { ExportLayers } from "../ExportLayers";
import { GapCard } from "../gap/GapCard";
import { hasLook, keying, LookFields } from "../LookFields";
import { bar, PlayButton } from "../PlayButton";
import { PutOnStage } from "../PutOnStage";
import { ValueFields } from "../ValueFields";
import { ActList } from "./ActList";
import { BreakdownField } from "./BreakdownField";
import { DialFace } from "./DialFace";
import { DeviceFields } from "./device/DeviceFields";
import { FaceFields } from "./face/FaceFields";
import { HandOverField } from "./HandOverField";
import { KeptCard } from "./kept/KeptCard";
import { PlacedCard } from "./kept/PlacedCard";
import { OtherSideField } from "./OtherSideField";
import { PathFields } from "./PathFields";
import { PoseTools } from "./PoseTools";
import { ReferenceCard } from "./ReferenceCard";
import { StepFields } from "./StepFields";
import { CueCard } from "./sound/CueCard";
import { useSoundCard } from "./sound/SoundCard";
import { TakeFields } from "./take/TakeFields";

/** Poses, keyed and timed. */
export function ActBench(): Bench {
  const shot = useShot();
  const cast = useCast();
  const puppets = useStore((state) => state.film?.puppets);
  const wholeBody = useStore((state) => state.wholeBody);
  const balance = useStore((state) => state.balance);
  const blocking = useStore((state) => state.blocking);
  const kept = useStore((state) => state.film?.kept);
  const chosen = useStore((state) => state.chosen);
  const picked = (kind: "reference" | "kept" | "placed") => (chosen?.kind === kind ? chosen.thing : null);
  const reference = shot?.references.find((one) => one.id === picked("reference"));
  const work = kept?.find((one) => one.id === picked("kept"));
  const placed = shot?.placed.find((one) => one.id === picked("placed"));
  const sound = useSoundCard(shot);
  const puppet = puppets?.find((one) => one.id === puppetIdOf(cast));
  return {
    list: <ActList puppet={puppet ?? null} />,
    stage: (
      <Stage
        caption={<LensCaption />}
        bar={
          <>
            <PlayButton />
            <CommandButton
              command="blocking"
              says="Poses are flipped through before they are timed; the charts stay as they are"
              variant="contained"
              color="inherit"
              sx={bar}
              aria-pressed={blocking}
            >
              Show: {blocking ? "held poses" : "real timing"}
            </CommandButton>
            <GhostBar />
            <ArcBar />
            <CommandButton
              command="whole-body"
              says="Who gives when a hand, foot or head is dragged; the other way while Shift is held"
              variant="contained"
              color="inherit"
              sx={bar}
              aria-pressed={wholeBody}
            >
              Pull: {wholeBody ? "body" : "limb"}
            </CommandButton>
            <CommandButton
              command="balance"
              says="Where it is and what bears it; while something is dragged it is shown anyway"
              variant="contained"
              color="inherit"
              sx={bar}
              aria-pressed={balance}
            >
              Weight: {balance ? "shown" : "none"}
            </CommandButton>
          </>
        }
        empty={
          castsOf(shot).length === 0 ? (
            <>
              <Hint>Nobody is on the stage of this shot.</Hint>
              {puppets?.length === 0 ? (
                <Button variant="contained" onClick={() => set({ place: "parts" })}>
                  Bring in a drawing
                </Button>
              ) : (
                <PutOnStage />
              )}
            </>
          ) : null
        }
      />
    ),
    card: sound ? (
      sound
    ) : shot && cast && puppet && chosen?.kind === "cue" ? (
      <CueCard shot={shot} owner={cast.id} puppet={puppet} />
    ) : reference ? (
      shot && <ReferenceCard shot={shot} reference={reference} />
    ) : work ? (
      <KeptCard kept={work} puppet={puppet ?? null} />
    ) : shot && placed ? (
      <PlacedCard shot={shot} placed={placed} />
    ) : cast && puppet ? (
      <ActCard owner={cast.id} puppet={puppet} />
    ) : (
      <Hint>Put a puppet on the stage to act it.</Hint>
    ),
    strip: <Strip camera={false} />,
  };
}

function ActCard({ owner, puppet }: { owner: string; puppet: Puppet }) {
  const shot = useShot();
  const frame = useStillFrame();
  const blocked = useStore(isBlocking);
  const chosen = useStore((state) => state.chosen);
  const filmId = useStore((state) => state.filmId);
  const snags = useSnags().filter((snag) => snag.place === "act");
  const take = useStore((state) => (state.take?.seq === state.seq ? state.take : null));
  const own = chosen?.owner === owner ? chosen : null;
  const strip = useStrip(owner);
  const keyedHere = strip?.cards.some((card) => card.frame === frame);
  const isBetween = strip?.cards.some((card) => card.frame < frame) && strip.cards.some((card) => card.frame > frame);
  const row = strip?.rows.find((one) => one.thing === own?.thing);
  const part = puppet.parts.find((one) => one.id === own?.thing);
  const bone = puppet.bones.find((one) => one.id === own?.thing);
  const handed = part ?? bone;
  const face = useStore((state) =>
    own?.kind === "expression" ? state.film?.kept.find(({ id }) => id === own.thing) : undefined,
  );
  const film = useStore((state) => state.film);
  const also = useStore((state) => state.also);
  if (!shot) return null;
  return (
    <>
      <GapCard owner={owner} />
      <ChosenKeys />
      <ValueFields
        owner={owner}
        thing={own?.thing ?? "body"}
        leaveOut={part && hasLook(part) ? ["swap", "ridesOn"] : ["ridesOn"]}
        title={`${own?.kind === "stand" ? "Where it stands" : (face?.name ?? nameOf(puppet, own?.thing ?? "body"))} at frame ${frame}`}
      />
      {own?.kind === "dial" &&
        puppet.dials
          .filter(({ id }) => id === own.thing || also.includes(id))
          .map((dial) => <DialFace key={dial.id} owner={owner} dial={dial} />)}
      {handed && film && (
        <HandOverField film={film} puppet={puppet} handed={handed} owner={owner} shot={shot} frame={frame} />
      )}
      {part && <LookFields part={part} giving={keying(owner, shot.id, frame, blocked)} />}
      {own && <ThingActions owner={owner} thing={own.thing} puppet={puppet} shot={shot} frame={frame} />}
      {isBetween && <BreakdownField owner={owner} shot={shot.id} frame={frame} />}
      <PoseTools own={own} keyedHere={keyedHere ?? false} />
      {row && own && (
        <Foldable title="How it goes on">
          <BeyondFields shot={shot} row={row} />
          <OtherSideField puppet={puppet} row={row} />
        </Foldable>
      )}
      <PathFields shotId={shot.id} />
      {(own === null || own.kind === "dial" || own.kind === "expression") && (
        <FaceFields puppet={puppet} owner={owner} shot={shot} frame={frame} />
      )}
      <Foldable title="Live take" count={take ? take.answer.controls.length : 0}>
        <TakeFields puppet={puppet} />
      </Foldable>
      <Foldable title="Face device" count={puppet.device.length}>
        <DeviceFields puppet={puppet} />
      </Foldable>
      <Foldable title="Frames drawn">
        <StepFields
          shot={shot}
          owner={owner}
          name={shot.things.find((one) => one.id === owner)?.name ?? puppet.name}
          thing={
            own && own.kind !== "body" && own.kind !== "stand"
              ? { id: own.thing, name: nameOf(puppet, own.thing) }
              : null
          }
        />
      </Foldable>
      <Foldable title="Layers">
        <ExportLayers title="This frame in layers" path={`${filmId}/shots/${shot.id}/cast/${owner}/frames/${frame}`} />
      </Foldable>
      {snags.length > 0 && <Heading>Snags here</Heading>}
      {snags.map((snag) => (
        <SnagLine key={snagKey(snag)} snag={snag} />
      ))}
    </>
  );
}

/** What only some things have: a goal that is planted. */
function ThingActions({
  owner,
  thing,
  puppet,
  shot,
  frame,
}: {
  owner: string;
  thing: string;
  puppet: Puppet;
  shot: Shot;
  frame: number;
}) {
  const blocked = useStore(isBlocking);
  const values = useAnswer({ kind: "values", view: { shot: shot.id, blocked }, frame, owner, thing });
  if (!puppet.reaches.some((reach) => reach.id === thing)) return null;
  const planted = values?.lines.find((line) => line.address.property === "planted")?.chosen === "stage";
  return (
    <Tooltip title="A planted goal stays where it stands on the ground while the body moves">
      <Button
        variant={planted ? "contained" : "outlined"}
        sx={{ mt: 1 }}
        aria-pressed={planted}
        onClick={() => void wish({ kind: "plantReach", shot: shot.id, owner, reach: thing, frame, planted: !planted })}
      >
        {planted ? "Planted: lift it here" : "Plant it here"}
      </Button>
    </Tooltip>
  );
}

const beyonds: { value: Beyond; title: string }[] = [
  { value: "Stand", title: "Stands still" },
  { value: "Again", title: "The same again" },
  { value: "ToAndFro", title: "To and fro" },
  { value: "Onward", title: "Travels on" },
];

/** What the keys of one thing do before the first of them and after the last. A loop closes at its last key, or later at the saw blade. */
function BeyondFields({ shot, row }: { shot: Shot; row: StripRow }) {
  const frame = useStillFrame();
  const [first, last] = [row.beads[0], row.beads.at(-1)];
  const end = Math.max(frame, last?.frame ?? 1);
  const field = (label: string, side: "before" | "after") => (
    <ChoiceField
      label={label}
      value={row[side] ?? ""}
      choices={row[side] == null ? [{ value: "", title: "its values differ" }, ...beyonds] : beyonds}
      onChoose={(way) =>
        way !== "" &&
        void commit({
          kind: "setBeyond",
          shotId: shot.id,
          owner: null,
          addresses: row.addresses,
          [side]: way as Beyond,
        })
      }
    />
  );
  return (
    <>
      {field("Before its first key", "before")}
      {field("After its last key", "after")}
      {first && last && first !== last && (
        <Button
          variant="outlined"
          sx={{ mt: 1 }}
          title={`The key at ${first.frame} comes to ${end} as well`}
          onClick={() =>
            void commit({
              kind: "copyKeys",
              shotId: shot.id,
              chosen: [{ addresses: row.addresses, frames: [first.frame] }],
              frame: end,
              copies: 1,
              apart: 0,
              toThings: [],
              replaces: false,
            })
          }
        >
          Close the loop at {end}
        </Button>
      )}
    </>
  );
}
