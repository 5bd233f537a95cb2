import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Part, Puppet } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { commit } from "../../state/film";
import { nameOf } from "../../state/select";
import { set, useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/rig";
import { BrushFields } from "./BrushFields";
import { changeParts, isPlain, useChosenParts } from "./changeParts";
import { HeatPicture } from "./HeatPicture";

type BoneBend = NonNullable<Part["bend"]>;

/** Bones that bend a part's mesh, their weights, and the brush that paints over them. */
export function BendCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const tool = useStore((state) => state.tool);
  const brush = useStore((state) => state.brush);
  const bend = part.bend ?? null;
  const bone = bend?.bones.includes(brush.works) ? brush.works : (bend?.bones[0] ?? "");
  const weights = useAnswer(bend ? { kind: "weights", puppet: puppet.id, part: part.id, bone } : null);
  const parts = useChosenParts(puppet, part);
  /** Of all that are bent by bones, each from what it has; null leaves one as it is. */
  const change = (to: (bend: BoneBend, of: Part) => BoneBend | null) =>
    void commit(
      changeParts(puppet, parts, (one) => {
        const bent = one.bend ? to(one.bend, one) : null;
        return bent && { bend: bent };
      }),
    );
  const others = puppet.bones.filter((one) => !bend?.bones.includes(one.id));
  if (!bend) {
    if (puppet.bones.length < 2 || part.swaps.length + part.forms.length > 0) return null;
    const bent = (one: Part) =>
      one.bend || !isPlain(one) || one.pins.length > 0 ? null : { bend: { bones: nearest(puppet, one), strokes: [] } };
    return (
      <Button
        variant="outlined"
        sx={{ mr: 0.5, mt: 0.5 }}
        onClick={() => void commit(changeParts(puppet, parts, bent))}
      >
        {words.bendByBones}
      </Button>
    );
  }
  const remove = () => void commit(changeParts(puppet, parts, (one) => (one.bend ? { without: words.bend } : null)));
  const paint = (target: number) => set({ tool: "weights", brush: { ...brush, works: bone, target } });
  const on = (target: number) => tool === "weights" && brush.target === target;
  return (
    <>
      <Heading right={<Button onClick={remove}>{words.deleteIt}</Button>}>{words.bentByBones}</Heading>
      <ChoiceField
        label={words.weightsOf}
        value={bone}
        choices={bend.bones.map((id) => ({ value: id, title: nameOf(puppet, id) }))}
        onChoose={(works) => set({ brush: { ...brush, works } })}
      />
      {weights && <HeatPicture {...weights} label={words.weightsOfPart(nameOf(puppet, bone))} />}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", my: 0.5 }}>
        <Button variant={on(1) ? "contained" : "outlined"} aria-pressed={on(1)} onClick={() => paint(1)}>
          {words.paintMore}
        </Button>
        <Button variant={on(0) ? "contained" : "outlined"} aria-pressed={on(0)} onClick={() => paint(0)}>
          {words.paintLess}
        </Button>
        {bend.strokes.length > 0 && (
          <Button onClick={() => change((one) => ({ ...one, strokes: [] }))}>{words.resetWeights}</Button>
        )}
        {bend.bones.length > 2 && (
          <Button
            onClick={() =>
              change((one) =>
                one.bones.length < 3
                  ? null
                  : {
                      ...one,
                      bones: one.bones.filter((id) => id !== bone),
                      strokes: one.strokes.filter((stroke) => stroke.bone !== bone),
                    },
              )
            }
          >
            {words.detachBone(nameOf(puppet, bone))}
          </Button>
        )}
      </Box>
      {tool === "weights" && <BrushFields />}
      <ChoiceField
        label={words.alsoBentBy}
        value=""
        choices={[{ value: "", title: words.selectBone }, ...others.map((one) => ({ value: one.id, title: one.name }))]}
        onChoose={(id) =>
          id && change((one) => (one.bones.includes(id) ? null : { ...one, bones: [...one.bones, id] }))
        }
      />
      <Button
        variant="outlined"
        sx={{ mt: 0.5 }}
        onClick={() =>
          change((one, of) => ({ ...one, mirror: { axisX: of.pivot.x, fromLeft: true, pairs: pairs(puppet, of) } }))
        }
      >
        {words.mirrorLeftToRight}
      </Button>
      {bend.mirror && (
        <Button onClick={() => change(({ bones, strokes }) => ({ bones, strokes }))}>{words.noMirror}</Button>
      )}
      <Hint>{words.weightsHint}</Hint>
    </>
  );
}

/** Two bones to begin with: the ones whose middles are nearest to the part's pivot. */
function nearest(puppet: Puppet, part: Part): string[] {
  const apart = (id: string) => {
    const bone = puppet.bones.find((one) => one.id === id);
    if (!bone) return Number.POSITIVE_INFINITY;
    return Math.hypot((bone.start.x + bone.end.x) / 2 - part.pivot.x, (bone.start.y + bone.end.y) / 2 - part.pivot.y);
  };
  return puppet.bones
    .map((one) => one.id)
    .sort((a, b) => apart(a) - apart(b))
    .slice(0, 2);
}

/** Bones that lie on each other when the puppet is mirrored at the part's pivot. */
function pairs(puppet: Puppet, part: Part): { one: string; other: string }[] {
  const bones = puppet.bones.filter((one) => part.bend?.bones.includes(one.id));
  const found: { one: string; other: string }[] = [];
  for (const one of bones) {
    const mirrored = { x: 2 * part.pivot.x - one.end.x, y: one.end.y };
    const other = [...bones].sort(
      (a, b) =>
        Math.hypot(a.end.x - mirrored.x, a.end.y - mirrored.y) - Math.hypot(b.end.x - mirrored.x, b.end.y - mirrored.y),
    )[0];
    if (other && !found.some((pair) => pair.one === other.id || pair.other === one.id))
      found.push({ one: one.id, other: other.id });
  }
  return found;
}
