import type { Bone, Film, Part, Puppet, Shot } from "../../api/types";
import { engine } from "../../engine/engine";
import { ChoiceField } from "../../fields/ChoiceField";
import { commit } from "../../state/film";
import { isBlocking } from "../../state/select";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/act";
import { allOf } from "../chosenAmong";
import { looseOf, otherCarriers, othersOnStage } from "../rig/carriers";

const canBeHanded = ({ parts, bones }: Puppet, id: string) => [...parts, ...bones].some((one) => one.id === id);

/**
 * What carries a part or bone, and those that are chosen besides it, from this frame on: let go, handed to another, also on another puppet, taken hold of again. It stays
 * where it is while that changes.
 */
export function HandOverField({
  film,
  puppet,
  handed,
  owner,
  shot,
  frame,
}: {
  film: Film;
  puppet: Puppet;
  handed: Part | Bone;
  owner: string;
  shot: Shot;
  frame: number;
}) {
  const blocked = useStore(isBlocking);
  const also = useStore((state) => state.also);
  const part = "start" in handed ? looseOf(puppet, handed) : handed;
  const values = useAnswer(
    part ? { kind: "values", view: { shot: shot.id, blocked }, frame, owner, thing: part.id } : null,
  );
  const line = values?.lines.find((one) => one.address.property === "ridesOn");
  const body = shot.things.find(({ id }) => id === owner)?.body;
  const lent = body?.kind === "cast" ? body.lent.find(({ id }) => id === line?.chosen) : undefined;
  return (
    <>
      <ChoiceField
        label={words.attachedTo}
        value={lent ? `${lent.to}/${lent.on}` : line?.chosen || (part ?? handed).ridesOn || "body"}
        choices={[...otherCarriers(puppet, handed.id), ...othersOnStage(film, shot, owner)]}
        marked={line?.keyedHere ?? false}
        onChoose={(to) => {
          const given = [handed.id, ...also.filter((id) => canBeHanded(puppet, id))];
          const over = (part: string) => engine.work({ kind: "handOver", shot: shot.id, owner, part, frame, to });
          void commit(allOf(given.map(over), words.handOver));
        }}
      />
      {lent && (
        <ChoiceField
          label={words.layerOrder}
          value={lent.behind ? "behind" : "before"}
          choices={[
            { value: "before", title: words.inFrontOfIt },
            { value: "behind", title: words.behindIt },
          ]}
          onChoose={(where) =>
            void commit({
              kind: "lend",
              shotId: shot.id,
              thingId: owner,
              lent: { ...lent, behind: where === "behind" },
            })
          }
        />
      )}
    </>
  );
}
