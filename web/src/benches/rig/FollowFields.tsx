import Button from "@mui/material/Button";
import type { Edit, FollowThrough } from "../../api/types";
import { Heading } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { words } from "../../words/rig";
import { units } from "../../words/units";

const soft: FollowThrough = { lagFrames: 0, stiffnessHz: 2, damping: 0.35 };

/** A damped spring behind the carrier: ears, tails, scarves. */
export function FollowFields({
  follow,
  edit,
}: {
  follow: FollowThrough | null;
  edit: (follow: FollowThrough | null) => Edit;
}) {
  if (follow === null)
    return (
      <Button variant="outlined" sx={{ mt: 1 }} onClick={() => void commit(edit(soft))}>
        {words.addFollowThrough}
      </Button>
    );
  return (
    <>
      <Heading right={<Button onClick={() => void commit(edit(null))}>{words.deleteIt}</Button>}>
        {words.followThrough}
      </Heading>
      <NumberField
        label={words.delay}
        unit={units.frames}
        decimals={1}
        step={0.5}
        min={0}
        max={48}
        value={follow.lagFrames}
        edit={(lagFrames) => edit({ ...follow, lagFrames })}
      />
      <NumberField
        label={words.stiffness}
        unit="Hz"
        decimals={1}
        step={0.1}
        min={0.2}
        max={20}
        value={follow.stiffnessHz}
        edit={(stiffnessHz) => edit({ ...follow, stiffnessHz })}
      />
      <NumberField
        label={words.damping}
        unit=""
        decimals={2}
        step={0.05}
        min={0.05}
        max={2}
        value={follow.damping}
        edit={(damping) => edit({ ...follow, damping })}
      />
    </>
  );
}
