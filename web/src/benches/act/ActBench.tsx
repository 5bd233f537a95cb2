import Button from "@mui/material/Button";
import type { Puppet } from "../../api/types";
import { CommandButton } from "../../commands/CommandButton";
import { Foldable } from "../../fields/Foldable";
import { Heading, Hint } from "../../fields/Heading";
import { SnagLine, snagKey, useSnags } from "../../shell/Snags";
import { ArcBar } from "../../stage/ArcBar";
import { GhostBar } from "../../stage/GhostBar";
import { LensCaption } from "../../stage/LensCaption";
import { Stage } from "../../stage/Stage";
import { castsOf, isBlocking, nameOf, puppetIdOf, useCast, useShot } from "../../state/select";
import { set, useStore } from "../../state/store";
import { useStillFrame } from "../../state/useStillFrame";
import { Strip } from "../../strip/Strip";
import { useStrip } from "../../strip/useStrip";
import { words } from "../../words/act";
import type { Bench } from "../Bench";
import { ChosenKeys } from "../ChosenKeys";
import { chosenRows } from "../chosenAmong";
import { ExportLayers } from "../ExportLayers";
import { GapCard } from "../gap/GapCard";
import { hasLook, keying, LookFields } from "../LookFields";
import { bar, PlayButton } from "../PlayButton";
import { PutOnStage } from "../PutOnStage";
import { ValueFields } from "../ValueFields";
import { ActList } from "./ActList";
import { BeyondFields } from "./BeyondFields";
import { BreakdownField } from "./BreakdownField";
import { DialFace } from "./DialFace";
import { DeviceFields } from "./device/DeviceFields";
import { FaceFields } from "./face/FaceFields";
import { HandOverField } from "./HandOverField";
import { KeptCard } from "./kept/KeptCard";
import { PlacedCard } from "./kept/PlacedCard";
import { OtherSideField } from "./OtherSideField";
import { PathFields } from "./PathFields";
import { PlantButton } from "./PlantButton";
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
              says={words.timingTip}
              variant="contained"
              color="inherit"
              sx={bar}
              aria-pressed={blocking}
            >
              {words.timing(blocking ? words.blocking : words.real)}
            </CommandButton>
            <GhostBar />
            <ArcBar />
            <CommandButton
              command="whole-body"
              says={words.dragTip}
              variant="contained"
              color="inherit"
              sx={bar}
              aria-pressed={wholeBody}
            >
              {words.drag(wholeBody ? words.wholeBodyWord : words.limb)}
            </CommandButton>
            <CommandButton
              command="balance"
              says={words.balanceTip}
              variant="contained"
              color="inherit"
              sx={bar}
              aria-pressed={balance}
            >
              {words.balance(balance ? words.on : words.off)}
            </CommandButton>
          </>
        }
        empty={
          castsOf(shot).length === 0 ? (
            <>
              <Hint>{words.noPuppet}</Hint>
              {puppets?.length === 0 ? (
                <Button variant="contained" onClick={() => set({ place: "parts" })}>
                  {words.importDrawing}
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
      <Hint>{words.placePuppetFirst}</Hint>
    ),
    strip: <Strip camera={false} />,
  };
}

const none: string[] = [];

function ActCard({ owner, puppet }: { owner: string; puppet: Puppet }) {
  const shot = useShot();
  const frame = useStillFrame();
  const blocked = useStore(isBlocking);
  const chosen = useStore((state) => state.chosen);
  const filmId = useStore((state) => state.filmId);
  const snags = useSnags().filter((snag) => snag.place === "act");
  const take = useStore((state) => (state.take?.seq === state.seq ? state.take : null));
  const own = chosen?.owner === owner ? chosen : null;
  const besides = useStore((state) => state.also);
  const also = own === null ? none : besides;
  const strip = useStrip(owner);
  const keyedHere = strip?.cards.some((card) => card.frame === frame);
  const isBetween = strip?.cards.some((card) => card.frame < frame) && strip.cards.some((card) => card.frame > frame);
  const row = strip?.rows.find((one) => one.thing === own?.thing);
  const rows = chosenRows(strip?.rows ?? [], row, also);
  const part = puppet.parts.find((one) => one.id === own?.thing);
  const bone = puppet.bones.find((one) => one.id === own?.thing);
  const handed = part ?? bone;
  const face = useStore((state) =>
    own?.kind === "expression" ? state.film?.kept.find(({ id }) => id === own.thing) : undefined,
  );
  const film = useStore((state) => state.film);
  if (!shot) return null;
  return (
    <>
      <GapCard owner={owner} />
      <ChosenKeys />
      <ValueFields
        owner={owner}
        thing={own?.thing ?? "body"}
        also={also}
        leaveOut={part && hasLook(part) ? ["swap", "ridesOn"] : ["ridesOn"]}
        title={words.atFrame(
          own?.kind === "stand" ? words.position : (face?.name ?? nameOf(puppet, own?.thing ?? "body")),
          also.length > 0 ? words.andMore(also.length) : "",
          frame,
        )}
      />
      {own?.kind === "dial" &&
        puppet.dials
          .filter(({ id }) => id === own.thing || also.includes(id))
          .map((dial) => <DialFace key={dial.id} owner={owner} dial={dial} />)}
      {handed && film && (
        <HandOverField film={film} puppet={puppet} handed={handed} owner={owner} shot={shot} frame={frame} />
      )}
      {part && <LookFields part={part} giving={keying(owner, shot.id, frame, blocked)} />}
      {own && <PlantButton owner={owner} thing={own.thing} puppet={puppet} shot={shot} frame={frame} />}
      {isBetween && <BreakdownField owner={owner} shot={shot.id} frame={frame} />}
      <PoseTools own={own} keyedHere={keyedHere ?? false} />
      {row && own && (
        <Foldable title={words.loopsAndLimits}>
          <BeyondFields shot={shot} row={row} rows={rows} />
          <OtherSideField puppet={puppet} row={row} />
        </Foldable>
      )}
      <PathFields shotId={shot.id} />
      {(own === null || own.kind === "dial" || own.kind === "expression") && (
        <FaceFields puppet={puppet} owner={owner} shot={shot} frame={frame} />
      )}
      <Foldable title={words.liveTake} count={take ? take.answer.controls.length : 0}>
        <TakeFields puppet={puppet} />
      </Foldable>
      <Foldable title={words.faceDevice} count={puppet.device.length}>
        <DeviceFields puppet={puppet} />
      </Foldable>
      <Foldable title={words.frameSteps}>
        <StepFields
          shot={shot}
          owner={owner}
          name={shot.things.find((one) => one.id === owner)?.name ?? puppet.name}
          thing={
            own && own.kind !== "body" && own.kind !== "stand"
              ? { id: own.thing, name: nameOf(puppet, own.thing) }
              : null
          }
          also={also}
        />
      </Foldable>
      <Foldable title={words.layers}>
        <ExportLayers
          title={words.thisFrameLayered}
          path={`${filmId}/shots/${shot.id}/cast/${owner}/frames/${frame}`}
        />
      </Foldable>
      {snags.length > 0 && <Heading>{words.snagsHere}</Heading>}
      {snags.map((snag) => (
        <SnagLine key={snagKey(snag)} snag={snag} />
      ))}
    </>
  );
}
