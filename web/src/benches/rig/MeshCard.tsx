import Button from "@mui/material/Button";
import type { Part, Puppet } from "../../api/types";
import { engine } from "../../engine/engine";
import { Fact } from "../../fields/Fact";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { useAnswer } from "../../state/useAnswer";
import { counts } from "../../words/count";
import { words } from "../../words/rig";
import { allOf } from "../chosenAmong";
import { BendCard } from "./BendCard";
import { changeParts, isPlain, type MeshChanges, useChosenParts } from "./changeParts";
import { FollowFields } from "./FollowFields";
import { FormsCard } from "./FormsCard";
import { KneadsCard } from "./KneadsCard";
import { LimbCard } from "./LimbCard";
import { PatchesCard } from "./PatchesCard";
import { SwapsCard } from "./SwapsCard";
import { SwayCard } from "./SwayCard";

/** How a part is painted and what bends it. */
export function MeshCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const parts = useChosenParts(puppet, part);
  if (!part.drawing) return <Hint>{words.noDrawing(part.name)}</Hint>;
  const follow = (to: Part["followThrough"] | null) =>
    changeParts(puppet, parts, () => (to ? { followThrough: to } : { without: "FollowThrough" }));
  if (part.limb) return <LimbCard puppet={puppet} part={part} limb={part.limb} />;
  return (
    <>
      <MeshFields puppet={puppet} part={part} parts={parts} />
      {part.pins.length === 0 && <BendCard puppet={puppet} part={part} />}
      {part.mesh && <PatchesCard puppet={puppet} part={part} />}
      {part.forms.length + part.swaps.length === 0 && <KneadsCard puppet={puppet} part={part} />}
      {part.forms.length + part.swaps.length === 0 && <SwayCard puppet={puppet} part={part} />}
      {!part.mesh && part.forms.length === 0 && <SwapsCard puppet={puppet} part={part} />}
      {!part.mesh && part.swaps.length === 0 && <FormsCard puppet={puppet} part={part} />}
      <FollowFields follow={part.followThrough ?? null} edit={follow} />
    </>
  );
}

/** @param parts that are chosen, this one first. */
function MeshFields({ puppet, part, parts }: { puppet: Puppet; part: Part; parts: Part[] }) {
  const meshed = parts.filter(({ mesh }) => mesh);
  const change = (changes: MeshChanges) => changeParts(puppet, meshed, () => changes);
  const mesh = useAnswer(part.mesh ? { kind: "mesh", puppet: puppet.id, part: part.id } : null);
  const make = () =>
    void commit(changeParts(puppet, parts, (one) => (one.mesh || !isPlain(one) ? null : { meshMargin: 4 })));
  if (!part.mesh || !mesh)
    return (
      <>
        <Heading>{part.name}</Heading>
        <Hint>{words.noMeshHint}</Hint>
        {part.swaps.length + part.forms.length === 0 && (
          <Button variant="outlined" sx={{ mr: 0.5, mt: 0.5 }} onClick={make}>
            {words.makeMesh}
          </Button>
        )}
      </>
    );
  return (
    <>
      <Heading>{words.mesh(parts.length > 1 ? counts.parts(parts.length) : part.name)}</Heading>
      <NumberField
        label={words.trianglesAbout}
        unit=""
        decimals={0}
        step={20}
        min={4}
        max={20000}
        value={mesh.mesh.triangles.length / 3}
        edit={(triangles) => {
          const each = meshed.map((one) =>
            engine.work({ kind: "meshOf", puppet: puppet.id, part: one.id, triangles: Math.round(triangles) }),
          );
          return allOf(each, words.meshedParts);
        }}
      />
      <NumberField
        label={words.marginRoundDrawing}
        unit="px"
        decimals={1}
        step={1}
        min={0}
        max={200}
        value={part.mesh.margin}
        edit={(meshMargin) => change({ meshMargin })}
      />
      <Fact
        title={words.drawingCovered}
        value={`${mesh.coveredPercent.toFixed(1)} %`}
        good={mesh.coveredPercent >= 99.99}
      />
      <NumberField
        label={words.stiffness}
        unit="%"
        decimals={0}
        step={5}
        min={0}
        max={100}
        value={part.mesh.stiffness * 100}
        edit={(percent) => change({ meshStiffness: percent / 100 })}
      />
      <NumberField
        label={words.bridgeGapsUpTo}
        unit="px"
        decimals={0}
        step={1}
        min={0}
        max={1000}
        value={part.mesh.bridge}
        edit={(meshBridge) => change({ meshBridge })}
      />
      {part.mesh.method === "Rounds" && part.pins.length > 0 && (
        <>
          <Hint>{words.oldPinsHint}</Hint>
          <Button variant="outlined" onClick={() => void commit(change({ meshMethod: words.settled }))}>
            {words.updatePins}
          </Button>
        </>
      )}
      <Hint>
        {part.bend
          ? words.bonesBendIt(part.bend.bones.length)
          : part.pins.length === 0
            ? words.meshHint
            : words.pinsHint(counts.pins(part.pins.length))}
      </Hint>
    </>
  );
}
