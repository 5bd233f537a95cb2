import Button from "@mui/material/Button";
import type { Edit, FollowThrough } from "../../api/types";
import { Heading } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";

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
        Let it follow through
      </Button>
    );
  return (
    <>
      <Heading right={<Button onClick={() => void commit(edit(null))}>Remove</Button>}>Follow-through</Heading>
      <NumberField
        label="Starts late by"
        unit="fr."
        decimals={1}
        step={0.5}
        min={0}
        max={48}
        value={follow.lagFrames}
        edit={(lagFrames) => edit({ ...follow, lagFrames })}
      />
      <NumberField
        label="Stiffness"
        unit="Hz"
        decimals={1}
        step={0.1}
        min={0.2}
        max={20}
        value={follow.stiffnessHz}
        edit={(stiffnessHz) => edit({ ...follow, stiffnessHz })}
      />
      <NumberField
        label="Damping"
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
