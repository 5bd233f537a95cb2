import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Bone, Edit, Part, Pin, Puppet, Reach } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { removeChosen } from "../../shell/commands";
import { commit, wish } from "../../state/film";
import { nameOf, newId } from "../../state/select";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";

/** Details of the chosen part's mesh, pin, bone or reach. */
export function RigCard({ puppet }: { puppet: Puppet }) {
  const chosen = useStore((state) => state.chosen);
  const part = puppet.parts.find((one) => one.id === chosen?.thing);
  const bone = puppet.bones.find((one) => one.id === chosen?.thing);
  const reach = puppet.reaches.find((one) => one.id === chosen?.thing);
  const pinned = puppet.parts.find((one) => one.pins.some((pin) => pin.id === chosen?.thing));
  const pin = pinned?.pins.find((one) => one.id === chosen?.thing);
  if (part) return <MeshCard puppet={puppet} part={part} />;
  if (pinned && pin) return <PinCard puppet={puppet} part={pinned} pin={pin} />;
  if (bone) return <BoneCard puppet={puppet} bone={bone} />;
  if (reach) return <ReachCard puppet={puppet} reach={reach} />;
  return (
    <Hint>
      Choose a part to see its mesh. A pin holds or drags the art round it; a bone turns what rides on it; a reach lets
      two bones follow a goal.
    </Hint>
  );
}

function MeshCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const mesh = useAnswer({ kind: "mesh", puppet: puppet.id, part: part.id });
  const change = (changes: { meshMargin?: number; meshTriangleSide?: number }): Edit => ({
    kind: "changePart",
    puppetId: puppet.id,
    partId: part.id,
    ...changes,
  });
  if (!part.drawing) return <Hint>{part.name} has no art of its own. It carries other parts.</Hint>;
  if (!part.mesh || !mesh)
    return (
      <>
        <Heading>{part.name}</Heading>
        <Hint>No mesh yet. Choose “Drop a pin” and click on the art: the first pin makes the mesh.</Hint>
        <Button variant="outlined" onClick={() => void commit(change({ meshMargin: 4 }))}>
          Make a mesh
        </Button>
      </>
    );
  return (
    <>
      <Heading>{part.name} · mesh</Heading>
      <Fact title="Triangles" value={String(mesh.triangles)} />
      <Fact title="Art covered" value={`${mesh.coveredPercent.toFixed(1)} %`} good={mesh.coveredPercent >= 99.99} />
      <NumberField
        label="Margin round the art"
        unit="px"
        decimals={1}
        step={1}
        min={0}
        max={200}
        value={part.mesh.margin}
        edit={(meshMargin) => change({ meshMargin })}
      />
      <NumberField
        label="Triangle side"
        unit="px"
        decimals={1}
        step={1}
        min={2}
        max={500}
        value={part.mesh.triangleSide}
        edit={(meshTriangleSide) => change({ meshTriangleSide })}
      />
      <Hint>
        {part.pins.length === 0
          ? "Drop two or more pins, then try it."
          : `${part.pins.length} pins. One alone shifts the part; two or more bend it.`}
      </Hint>
    </>
  );
}

function PinCard({ puppet, part, pin }: { puppet: Puppet; part: Part; pin: Pin }) {
  const change = (changes: { name?: string; at?: { x: number; y: number } }): Edit => ({
    kind: "changePin",
    puppetId: puppet.id,
    partId: part.id,
    pinId: pin.id,
    ...changes,
  });
  return (
    <>
      <Heading>Pin on {part.name}</Heading>
      <TextField label="Name" value={pin.name} onWrite={(name) => void commit(change({ name }))} />
      <NumberField
        label="Across"
        unit="px"
        decimals={1}
        step={1}
        value={pin.at.x}
        edit={(x) => change({ at: { x, y: pin.at.y } })}
      />
      <NumberField
        label="Down"
        unit="px"
        decimals={1}
        step={1}
        value={pin.at.y}
        edit={(y) => change({ at: { x: pin.at.x, y } })}
      />
      <Remove title="Take the pin out" />
    </>
  );
}

function BoneCard({ puppet, bone }: { puppet: Puppet; bone: Bone }) {
  const carriers = [
    { value: "", title: "Whole body" },
    ...puppet.bones
      .filter((other) => other.id !== bone.id)
      .map((other) => ({ value: other.id, title: `${other.name} (bone)` })),
    ...puppet.parts.map((part) => ({ value: part.id, title: part.name })),
  ];
  const riders = puppet.parts.filter((part) => part.ridesOn === bone.id);
  const others = puppet.parts.filter((part) => part.ridesOn !== bone.id);
  const obeys = puppet.reaches.find((reach) => reach.lower === bone.id || reach.upper === bone.id);
  const ride = (partId: string, ridesOn: string) =>
    void commit({ kind: "changePart", puppetId: puppet.id, partId, ridesOn });
  return (
    <>
      <Heading>Bone</Heading>
      <TextField
        label="Name"
        value={bone.name}
        onWrite={(name) => void commit({ kind: "changeBone", puppetId: puppet.id, boneId: bone.id, name })}
      />
      <ChoiceField
        label="Rides on"
        value={bone.ridesOn ?? ""}
        choices={carriers}
        onChoose={(ridesOn) => void commit({ kind: "changeBone", puppetId: puppet.id, boneId: bone.id, ridesOn })}
      />
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
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        {!obeys && puppet.bones.some((other) => other.id === bone.ridesOn) && (
          <Button
            variant="contained"
            onClick={() =>
              void wish({ kind: "makeReach", puppet: puppet.id, lowerBone: bone.id, newId: newId("reach") })
            }
          >
            Make a reach
          </Button>
        )}
        <Remove title="Remove the bone" />
      </Box>
      {!obeys && !puppet.bones.some((other) => other.id === bone.ridesOn) && (
        <Hint>For a reach, draw a second bone from this one's end and choose that.</Hint>
      )}
      {obeys && <Hint>It obeys the reach “{obeys.name}”.</Hint>}
    </>
  );
}

function ReachCard({ puppet, reach }: { puppet: Puppet; reach: Reach }) {
  return (
    <>
      <Heading>Reach</Heading>
      <TextField
        label="Name"
        value={reach.name}
        onWrite={(name) => void commit({ kind: "changeReach", puppetId: puppet.id, reachId: reach.id, name })}
      />
      <Fact title="From" value={nameOf(puppet, reach.upper)} />
      <Fact title="To the end of" value={nameOf(puppet, reach.lower)} />
      <ChoiceField
        label="Bends"
        value={String(reach.bend)}
        choices={[
          { value: "1", title: "clockwise" },
          { value: "-1", title: "anticlockwise" },
        ]}
        onChoose={(bend) =>
          void commit({ kind: "changeReach", puppetId: puppet.id, reachId: reach.id, bend: Number(bend) })
        }
      />
      <Hint>Choose “Try it” and drag the ring: the bones follow.</Hint>
      <Remove title="Remove the reach" />
    </>
  );
}

const Remove = ({ title }: { title: string }) => (
  <Button variant="outlined" color="error" sx={{ mt: 0.5 }} onClick={removeChosen}>
    {title}
  </Button>
);

export const Fact = ({ title, value, good }: { title: string; value: string; good?: boolean }) => (
  <Box
    sx={{
      display: "flex",
      justifyContent: "space-between",
      py: 0.5,
      borderBottom: 1,
      borderColor: "divider",
      borderBottomStyle: "dotted",
    }}
  >
    <span>{title}</span>
    <Box component="span" sx={{ color: good ? "success.main" : "text.primary", fontWeight: 500 }}>
      {value}
    </Box>
  </Box>
);
