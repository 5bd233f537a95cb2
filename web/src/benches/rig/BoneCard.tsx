import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Bone, Edit, Puppet } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit, wish } from "../../state/film";
import { newId } from "../../state/select";
import { useStore } from "../../state/store";
import { carriers } from "./carriers";
import { chainAbove, obeyed } from "./chains";
import { chosenAmong, ofEach } from "./chosenControls";
import { FollowFields } from "./FollowFields";
import { Remove } from "./Remove";
import { ShareField } from "./WeightFields";

/** A bone: what it rides on, what rides on it, how far it turns, and what can be made of it. */
export function BoneCard({ puppet, bone }: { puppet: Puppet; bone: Bone }) {
  const also = useStore((state) => state.also);
  const bones = chosenAmong(puppet.bones, bone, also);
  type Changes = Partial<Extract<Edit, { kind: "changeBone" }>>;
  const one = (changes: Changes, boneId = bone.id): Edit => ({
    kind: "changeBone",
    puppetId: puppet.id,
    boneId,
    withoutLimit: false,
    withoutFollowThrough: false,
    ...changes,
  });
  /** What is set is set of all that are chosen. */
  const change = (changes: Changes) => ofEach(bones, "Changed bones", ({ id }) => one(changes, id));
  const riders = puppet.parts.filter((part) => part.ridesOn === bone.id);
  const others = puppet.parts.filter((part) => part.ridesOn !== bone.id);
  const ride = (partId: string, ridesOn: string) =>
    void commit({ kind: "changePart", puppetId: puppet.id, partId, ridesOn });
  const [dx, dy] = [bone.end.x - bone.start.x, bone.end.y - bone.start.y];
  const [length, angle] = [Math.hypot(dx, dy), (Math.atan2(dy, dx) * 180) / Math.PI];
  /** Its end, so long and so turned from its start; a bone that begins there comes along, as it does in a drag. */
  const end = (px: number, degrees: number): Edit => {
    const turn = (degrees * Math.PI) / 180;
    const to = { x: bone.start.x + px * Math.cos(turn), y: bone.start.y + px * Math.sin(turn) };
    const next = puppet.bones.filter(
      ({ ridesOn, start }) => ridesOn === bone.id && start.x === bone.end.x && start.y === bone.end.y,
    );
    const edits = [one({ end: to }), ...next.map(({ id }) => one({ start: to }, id))];
    return ofEach(edits, "Changed a bone", (edit) => edit);
  };
  const limit = bone.limit ?? null;
  return (
    <>
      <Heading>{bones.length > 1 ? `${bones.length} bones` : "Bone"}</Heading>
      <TextField label="Name" value={bone.name} onWrite={(name) => void commit(one({ name }))} />
      <ChoiceField
        label="Rides on"
        value={bone.ridesOn ?? ""}
        choices={carriers(puppet, bone.id)}
        onChoose={(ridesOn) => void commit(change({ ridesOn }))}
      />
      <NumberField
        label="Length"
        unit="px"
        decimals={1}
        step={1}
        min={1}
        max={20000}
        value={length}
        edit={(px) => end(px, angle)}
      />
      <NumberField
        label="Angle at rest"
        unit="°"
        decimals={1}
        step={1}
        min={-360}
        max={360}
        value={angle}
        edit={(degrees) => end(length, degrees)}
      />
      {limit ? (
        <>
          <NumberField
            label="Turns at least"
            unit="°"
            decimals={0}
            step={5}
            min={-180}
            max={0}
            value={limit.least}
            edit={(least) => change({ limit: { ...limit, least } })}
          />
          <NumberField
            label="Turns at most"
            unit="°"
            decimals={0}
            step={5}
            min={0}
            max={180}
            value={limit.most}
            edit={(most) => change({ limit: { ...limit, most } })}
          />
          <Button onClick={() => void commit(change({ withoutLimit: true }))}>Turn freely</Button>
        </>
      ) : (
        <Button onClick={() => void commit(change({ limit: { least: -90, most: 90 } }))}>Limit its turn</Button>
      )}
      <CheckField
        label="Gets thinner as it grows"
        value={bone.keepsArea}
        onChange={(keepsArea) => void commit(change({ keepsArea }))}
      />
      <ShareField value={bone.sharePercent} edit={(sharePercent) => change({ sharePercent })} />
      <Heading>Parts that ride on it</Heading>
      {riders.map((part) => (
        <Box key={part.id} sx={{ display: "flex", alignItems: "center" }}>
          <Box sx={{ flex: 1 }}>{part.name}</Box>
          <Button onClick={() => ride(part.id, bone.ridesOn ?? "")}>Let go</Button>
        </Box>
      ))}
      <ChoiceField
        label="Let ride"
        value=""
        choices={[
          { value: "", title: "Choose a part…" },
          ...others.map((part) => ({ value: part.id, title: part.name })),
        ]}
        onChoose={(part) => part && ride(part, bone.id)}
      />
      <FollowFields
        follow={bone.followThrough ?? null}
        edit={(followThrough) => change(followThrough ? { followThrough } : { withoutFollowThrough: true })}
      />
      <Making puppet={puppet} bone={bone} />
      <Remove title={bones.length > 1 ? `Remove ${bones.length} bones` : "Remove the bone"} />
    </>
  );
}

function Making({ puppet, bone }: { puppet: Puppet; bone: Bone }) {
  const obeys = obeyed(puppet, bone.id);
  const chain = chainAbove(puppet, bone);
  if (chain.length < 2)
    return <Hint>For a reach or a limb, draw a second bone from this one's end and choose that.</Hint>;
  return (
    <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
      {!obeys &&
        chain.slice(1, 6).map((upper, i) => (
          <Button
            key={upper.id}
            variant={i === 0 ? "contained" : "outlined"}
            onClick={() =>
              void wish({
                kind: "makeReach",
                puppet: puppet.id,
                lowerBone: bone.id,
                newId: newId("reach"),
                length: i + 2,
              })
            }
          >
            {i === 0 ? "Make a reach" : `Reach of ${i + 2}`}
          </Button>
        ))}
      <Button
        variant="outlined"
        onClick={() =>
          void wish({
            kind: "makeLimb",
            puppet: puppet.id,
            lowerBone: bone.id,
            newPart: newId("part"),
            newDrawing: newId("art"),
            fill: "#14606b",
          })
        }
      >
        Make a limb
      </Button>
      {obeys && <Hint>It obeys the reach “{obeys.name}”.</Hint>}
    </Box>
  );
}
