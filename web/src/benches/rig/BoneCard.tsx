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
import { counts } from "../../words/count";
import { words } from "../../words/rig";
import { chosenAmong, given, ofEach } from "../chosenAmong";
import { carriers } from "./carriers";
import { chainAbove, obeyed } from "./chains";
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
  const change = (changes: Changes) => ofEach(bones, words.changeBone, ({ id }) => one(changes, id));
  const riders = puppet.parts.filter((part) => part.ridesOn === bone.id);
  const others = puppet.parts.filter((part) => part.ridesOn !== bone.id);
  const ride = (partId: string, ridesOn: string) =>
    void commit({ kind: "changePart", puppetId: puppet.id, partId, ridesOn });
  const { length, angle } = measured(bone);
  /** Each one's end, so long and so turned from its start; a bone that begins there comes along, as it does in a drag. */
  const laid = (as: (of: Bone) => { length: number; angle: number }): Edit => {
    const ends = bones.map((each) => ({ each, to: endOf(each, as(each)) }));
    const edits = ends.flatMap(({ each, to }) => [
      one({ end: to }, each.id),
      ...puppet.bones.filter((next) => beginsAt(next, each)).map(({ id }) => one({ start: to }, id)),
    ]);
    return ofEach(edits, words.changeBones, (edit) => edit);
  };
  const limit = bone.limit ?? null;
  return (
    <>
      <Heading>{bones.length > 1 ? counts.bones(bones.length) : words.bone}</Heading>
      <TextField label={words.name} value={bone.name} onWrite={(name) => void commit(one({ name }))} />
      <ChoiceField
        label={words.attachedTo}
        value={bone.ridesOn ?? ""}
        choices={carriers(puppet, bone.id)}
        onChoose={(ridesOn) => void commit(change({ ridesOn }))}
      />
      <NumberField
        label={words.length}
        unit="px"
        decimals={1}
        step={1}
        min={1}
        max={20000}
        value={length}
        edit={(px, by) => laid((of) => ({ ...measured(of), length: Math.max(1, given(measured(of).length, px, by)) }))}
      />
      <NumberField
        label={words.angleAtRest}
        unit="°"
        decimals={1}
        step={1}
        min={-360}
        max={360}
        value={angle}
        edit={(degrees, by) => laid((of) => ({ ...measured(of), angle: given(measured(of).angle, degrees, by) }))}
      />
      {limit ? (
        <>
          <NumberField
            label={words.minimumRotation}
            unit="°"
            decimals={0}
            step={5}
            min={-180}
            max={0}
            value={limit.least}
            edit={(least) => change({ limit: { ...limit, least } })}
          />
          <NumberField
            label={words.maximumRotation}
            unit="°"
            decimals={0}
            step={5}
            min={0}
            max={180}
            value={limit.most}
            edit={(most) => change({ limit: { ...limit, most } })}
          />
          <Button onClick={() => void commit(change({ withoutLimit: true }))}>{words.freeRotation}</Button>
        </>
      ) : (
        <Button onClick={() => void commit(change({ limit: { least: -90, most: 90 } }))}>{words.limitRotation}</Button>
      )}
      <CheckField
        label={words.getsThinnerWhenLonger}
        value={bone.keepsArea}
        onChange={(keepsArea) => void commit(change({ keepsArea }))}
      />
      <ShareField value={bone.sharePercent} edit={(sharePercent) => change({ sharePercent })} />
      <Heading>{words.attachedParts}</Heading>
      {riders.map((part) => (
        <Box key={part.id} sx={{ display: "flex", alignItems: "center" }}>
          <Box sx={{ flex: 1 }}>{part.name}</Box>
          <Button onClick={() => ride(part.id, bone.ridesOn ?? "")}>{words.detach}</Button>
        </Box>
      ))}
      <ChoiceField
        label={words.attachPart}
        value=""
        choices={[
          { value: "", title: words.selectPart },
          ...others.map((part) => ({ value: part.id, title: part.name })),
        ]}
        onChoose={(part) => part && ride(part, bone.id)}
      />
      <FollowFields
        follow={bone.followThrough ?? null}
        edit={(followThrough) => change(followThrough ? { followThrough } : { withoutFollowThrough: true })}
      />
      <Making puppet={puppet} bone={bone} />
      <Remove title={bones.length > 1 ? words.deleteBones(bones.length) : words.deleteBone} />
    </>
  );
}

const measured = ({ start, end }: Bone) => {
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  return { length: Math.hypot(dx, dy), angle: (Math.atan2(dy, dx) * 180) / Math.PI };
};

function endOf({ start }: Bone, { length, angle }: { length: number; angle: number }) {
  const turn = (angle * Math.PI) / 180;
  return { x: start.x + length * Math.cos(turn), y: start.y + length * Math.sin(turn) };
}

const beginsAt = ({ ridesOn, start }: Bone, { id, end }: Bone) =>
  ridesOn === id && start.x === end.x && start.y === end.y;

function Making({ puppet, bone }: { puppet: Puppet; bone: Bone }) {
  const obeys = obeyed(puppet, bone.id);
  const chain = chainAbove(puppet, bone);
  if (chain.length < 2) return <Hint>{words.secondBoneHint}</Hint>;
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
            {i === 0 ? words.makeChain : words.chainOf(i + 2)}
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
        {words.makeLimb}
      </Button>
      {obeys && <Hint>{words.followsChain(obeys.name)}</Hint>}
    </Box>
  );
}
