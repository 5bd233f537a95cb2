import type { Part, Puppet, Shot } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { wish } from "../../state/film";
import { isBlocking } from "../../state/select";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { otherCarriers } from "../rig/carriers";

/** What carries a part from this frame on: let go, handed to another, taken hold of again. It stays where it is while that changes. */
export function HandOverField({
  puppet,
  part,
  owner,
  shot,
  frame,
}: {
  puppet: Puppet;
  part: Part;
  owner: string;
  shot: Shot;
  frame: number;
}) {
  const blocked = useStore(isBlocking);
  const view = { shot: shot.id, blocked };
  const values = useAnswer({ kind: "values", view, frame, owner, thing: part.id });
  const line = values?.lines.find((one) => one.address.property === "ridesOn");
  return (
    <ChoiceField
      label="Carried by"
      value={line?.chosen || part.ridesOn || "body"}
      choices={otherCarriers(puppet, part.id)}
      marked={line?.keyedHere ?? false}
      onChoose={(to) => void wish({ kind: "handOver", shot: shot.id, owner, part: part.id, frame, to })}
    />
  );
}
