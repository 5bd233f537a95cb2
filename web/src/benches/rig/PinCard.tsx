import type { Edit, Part, Pin, PinHold, Puppet } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { useAnswer } from "../../state/useAnswer";
import { carriersOfPin } from "./carriers";
import { FollowFields } from "./FollowFields";
import { HeatPicture } from "./HeatPicture";
import { Remove } from "./Remove";

const holds: { value: PinHold; title: string }[] = [
  { value: "Place", title: "place" },
  { value: "PlaceAndTurn", title: "place + turn" },
  { value: "PlaceTurnAndSize", title: "place + turn + size" },
  { value: "Watch", title: "nothing, only watched" },
];

/** What a pin holds, what takes it along, and what moves with it. */
export function PinCard({ puppet, part, pin }: { puppet: Puppet; part: Part; pin: Pin }) {
  const heat = useAnswer({ kind: "heat", puppet: puppet.id, part: part.id, pin: pin.id });
  const change = (changes: Partial<Extract<Edit, { kind: "changePin" }>>): Edit => ({
    kind: "changePin",
    puppetId: puppet.id,
    partId: part.id,
    pinId: pin.id,
    withoutFollowThrough: false,
    ...changes,
  });
  return (
    <>
      <Heading>Pin on {part.name}</Heading>
      <TextField label="Name" value={pin.name} onWrite={(name) => void commit(change({ name }))} />
      <ChoiceField
        label="Holds"
        value={pin.hold}
        choices={holds}
        onChoose={(hold) => void commit(change({ hold: hold as PinHold }))}
      />
      <ChoiceField
        label="Rides on"
        value={pin.ridesOn ?? ""}
        choices={carriersOfPin(puppet, part.id)}
        onChoose={(ridesOn) => void commit(change({ ridesOn }))}
      />
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
      {pin.hold === "Watch" ? (
        <Hint>This place ought to stand still. A snag tells when dragging another pin takes it along.</Hint>
      ) : (
        <>
          <NumberField
            label="Lies in front by"
            unit="layers"
            decimals={0}
            step={1}
            min={-100}
            max={100}
            value={pin.inFront}
            edit={(inFront) => change({ inFront })}
          />
          <Heading>What moves with this pin</Heading>
          {heat && <HeatPicture {...heat} label={`What moves with ${pin.name}`} />}
          <FollowFields
            follow={pin.followThrough ?? null}
            edit={(followThrough) => change(followThrough ? { followThrough } : { withoutFollowThrough: true })}
          />
        </>
      )}
      <Remove title="Take the pin out" />
    </>
  );
}
