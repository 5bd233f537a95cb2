import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useTheme } from "@mui/material/styles";
import Tooltip from "@mui/material/Tooltip";
import type { Puppet, Shot } from "../../api/types";
import { Heading, Hint } from "../../fields/Heading";
import { labelInk } from "../../fields/labels";
import { holdHere, keyHere } from "../../shell/commands";
import { SnagLine, useSnags } from "../../shell/Snags";
import { Stage } from "../../stage/Stage";
import { commit, wish } from "../../state/film";
import { nameOf, useCast, useShot } from "../../state/select";
import { type Chosen, set, useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { Strip } from "../../strip/Strip";
import type { Bench } from "../Bench";
import { ExportLayers } from "../ExportLayers";
import { GapCard } from "../GapCard";
import { PickList } from "../PickList";
import { bar, PlayButton } from "../PlayButton";
import { PutOnStage } from "../PutOnStage";
import { obeyed } from "../rig/chains";
import { ValueFields } from "../ValueFields";

/** Poses, keyed and timed. */
export function ActBench(): Bench {
  const shot = useShot();
  const cast = useCast();
  const frame = useStore((state) => state.frame);
  const puppets = useStore((state) => state.film?.puppets);
  const wholeBody = useStore((state) => state.wholeBody);
  const puppet = puppets?.find((one) => one.id === cast?.puppet);
  return {
    list: <ActList puppet={puppet ?? null} />,
    stage: (
      <Stage
        caption={`Through the lens · frame ${frame}`}
        bar={
          <>
            <PlayButton />
            <Tooltip title="What a goal does when it is dragged out of its chain's reach">
              <Button
                variant="contained"
                color="inherit"
                sx={bar}
                aria-pressed={wholeBody}
                onClick={() => set({ wholeBody: !wholeBody })}
              >
                Reach: {wholeBody ? "whole body" : "limb alone"}
              </Button>
            </Tooltip>
          </>
        }
        empty={
          !shot?.cast.length ? (
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
    card:
      cast && puppet ? <ActCard owner={cast.id} puppet={puppet} /> : <Hint>Put a puppet on the stage to act it.</Hint>,
    strip: <Strip camera={false} />,
  };
}

function ActList({ puppet }: { puppet: Puppet | null }) {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const castId = useStore((state) => state.castId);
  const chosen = useStore((state) => state.chosen);
  if (!shot) return null;
  const things = puppet
    ? [
        { id: "body", name: "Whole body", kind: "body" as const, ink: inks.brass },
        ...puppet.dials.map((dial) => ({
          id: dial.id,
          name: dial.name,
          note: dial.isPad ? "pad" : "dial",
          kind: "dial" as const,
          ink: inks.plum,
        })),
        ...puppet.reaches.map((reach) => ({
          id: reach.id,
          name: reach.name,
          note: "reach",
          kind: "reach" as const,
          ink: inks.petrol,
        })),
        ...puppet.bones
          .filter((bone) => !obeyed(puppet, bone.id))
          .map((bone) => ({ id: bone.id, name: bone.name, note: "bone", kind: "bone" as const, ink: inks.brass })),
        ...[...puppet.parts].reverse().map((part) => ({
          id: part.id,
          name: part.name,
          kind: "part" as const,
          ink: labelInk(inks, part.label),
          faint: part.hidden,
        })),
        ...puppet.parts.flatMap((part) =>
          part.pins.map((pin) => ({ id: pin.id, name: pin.name, note: "pin", kind: "pin" as const, ink: inks.petrol })),
        ),
      ]
    : [];
  return (
    <>
      <Heading>On this shot</Heading>
      {shot.cast.map((member) => (
        <div key={member.id}>
          <PickList
            label="Puppets"
            lines={[{ id: member.id, name: member.name, note: "puppet" }]}
            chosen={member.id === castId && !chosen ? member.id : null}
            onPick={(id) => set({ castId: id, chosen: null })}
          />
          {member.id === castId && (
            <PickList
              label={`Controls of ${member.name}`}
              lines={things.map((thing) => ({ ...thing, depth: 1 }))}
              chosen={chosen?.thing ?? null}
              onPick={(id) =>
                set({
                  chosen: {
                    kind: (things.find((thing) => thing.id === id)?.kind ?? "part") as Chosen["kind"],
                    owner: member.id,
                    thing: id,
                  },
                })
              }
            />
          )}
        </div>
      ))}
      <PutOnStage />
    </>
  );
}

function ActCard({ owner, puppet }: { owner: string; puppet: Puppet }) {
  const shot = useShot();
  const frame = useStore((state) => state.frame);
  const chosen = useStore((state) => state.chosen);
  const filmId = useStore((state) => state.filmId);
  const snags = useSnags().filter((snag) => snag.place === "act");
  const own = chosen?.owner === owner ? chosen : null;
  const keyedHere = shot?.channels.some(
    (channel) => channel.id.startsWith(`${owner}/`) && channel.keys.some((key) => key.frame === frame),
  );
  if (!shot) return null;
  return (
    <>
      <ValueFields
        owner={owner}
        thing={own?.thing ?? "body"}
        title={`${nameOf(puppet, own?.thing ?? "body")} at frame ${frame}`}
      />
      {own && <ThingActions owner={owner} thing={own.thing} puppet={puppet} shot={shot} frame={frame} />}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Tooltip title="Key everything of this puppet as it stands (Enter)">
          <Button variant="contained" onClick={keyHere}>
            Key the pose
          </Button>
        </Tooltip>
        <Tooltip
          title={own ? "This thing stands still up to here (H)" : "The whole puppet stands still up to here (H)"}
        >
          <Button variant="outlined" onClick={holdHere}>
            Hold here
          </Button>
        </Tooltip>
        <Button
          variant="outlined"
          onClick={() => void wish({ kind: "backToRest", shot: shot.id, owner, thing: own?.thing ?? null, frame })}
        >
          Back to rest
        </Button>
        {keyedHere && (
          <Button
            variant="outlined"
            color="error"
            onClick={() => void commit({ kind: "removeKeys", shotId: shot.id, frame, owner, addresses: [] })}
          >
            Take this card out
          </Button>
        )}
      </Box>
      <GapCard owner={owner} />
      <ExportLayers title="This frame in layers" path={`${filmId}/shots/${shot.id}/cast/${owner}/frames/${frame}`} />
      {snags.length > 0 && <Heading>Snags here</Heading>}
      {snags.map((snag) => (
        <SnagLine key={snag.thing + snag.frame} snag={snag} />
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
  const values = useAnswer({ kind: "values", view: { shot: shot.id }, frame, owner, thing });
  const value = (name: string) => values?.lines.find((line) => line.address.endsWith(`/${name}`))?.value ?? 0;
  if (!puppet.reaches.some((reach) => reach.id === thing)) return null;
  const planted = value("planted") > 0.5;
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
