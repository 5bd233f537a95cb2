import type { Edit, Part, Pin, PinHold, Point, Puppet } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { chosenAmong, given, ofEach } from "../chosenAmong";
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
  const also = useStore((state) => state.also);
  const all = puppet.parts.flatMap(({ id: partId, pins }) => pins.map(({ id, at }) => ({ id, partId, at })));
  const pins = chosenAmong(all, { id: pin.id, partId: part.id, at: pin.at }, also);
  type Changes = Partial<Extract<Edit, { kind: "changePin" }>>;
  const one = (changes: Changes, { id: pinId, partId } = { id: pin.id, partId: part.id }): Edit => ({
    kind: "changePin",
    puppetId: puppet.id,
    partId,
    pinId,
    withoutFollowThrough: false,
    ...changes,
  });
  /** What is set is set of all that are chosen. */
  const change = (changes: Changes) => ofEach(pins, "Changed pins", (which) => one(changes, which));
  const put = (to: (which: { at: Point }) => Point) =>
    ofEach(pins, "Moved pins", (which) => one({ at: to(which) }, which));
  return (
    <>
      <Heading>{pins.length > 1 ? `${pins.length} pins` : `Pin on ${part.name}`}</Heading>
      <TextField label="Name" value={pin.name} onWrite={(name) => void commit(one({ name }))} />
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
        edit={(x, by) => put(({ at }) => ({ ...at, x: given(at.x, x, by) }))}
      />
      <NumberField
        label="Down"
        unit="px"
        decimals={1}
        step={1}
        value={pin.at.y}
        edit={(y, by) => put(({ at }) => ({ ...at, y: given(at.y, y, by) }))}
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
      <Remove title={pins.length > 1 ? `Take ${pins.length} pins out` : "Take the pin out"} />
    </>
  );
}
