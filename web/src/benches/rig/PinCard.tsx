import type { Edit, Part, Pin, PinHold, Point, Puppet } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { counts } from "../../words/count";
import { words } from "../../words/rig";
import { units } from "../../words/units";
import { chosenAmong, given, ofEach } from "../chosenAmong";
import { carriersOfPin } from "./carriers";
import { FollowFields } from "./FollowFields";
import { HeatPicture } from "./HeatPicture";
import { Remove } from "./Remove";

const holds: { value: PinHold; title: string }[] = [
  { value: "Place", title: words.place },
  { value: "PlaceAndTurn", title: "place + turn" },
  { value: "PlaceTurnAndSize", title: "place + turn + size" },
  { value: "Watch", title: words.nothingOnlyWatched },
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
  const change = (changes: Changes) => ofEach(pins, words.changePin, (which) => one(changes, which));
  const put = (to: (which: { at: Point }) => Point) =>
    ofEach(pins, words.movePins, (which) => one({ at: to(which) }, which));
  return (
    <>
      <Heading>{pins.length > 1 ? counts.pins(pins.length) : words.pinOnPart(part.name)}</Heading>
      <TextField label={words.name} value={pin.name} onWrite={(name) => void commit(one({ name }))} />
      <ChoiceField
        label={words.holds}
        value={pin.hold}
        choices={holds}
        onChoose={(hold) => void commit(change({ hold: hold as PinHold }))}
      />
      <ChoiceField
        label={words.attachedTo}
        value={pin.ridesOn ?? ""}
        choices={carriersOfPin(puppet, part.id)}
        onChoose={(ridesOn) => void commit(change({ ridesOn }))}
      />
      <NumberField
        label={words.x}
        unit="px"
        decimals={1}
        step={1}
        value={pin.at.x}
        edit={(x, by) => put(({ at }) => ({ ...at, x: given(at.x, x, by) }))}
      />
      <NumberField
        label={words.y}
        unit="px"
        decimals={1}
        step={1}
        value={pin.at.y}
        edit={(y, by) => put(({ at }) => ({ ...at, y: given(at.y, y, by) }))}
      />
      {pin.hold === "Watch" ? (
        <Hint>{words.watchedHint}</Hint>
      ) : (
        <>
          <NumberField
            label={words.inFrontBy}
            unit={units.layers}
            decimals={0}
            step={1}
            min={-100}
            max={100}
            value={pin.inFront}
            edit={(inFront) => change({ inFront })}
          />
          <Heading>{words.affectedArea}</Heading>
          {heat && <HeatPicture {...heat} label={words.areaOf(pin.name)} />}
          <FollowFields
            follow={pin.followThrough ?? null}
            edit={(followThrough) => change(followThrough ? { followThrough } : { withoutFollowThrough: true })}
          />
        </>
      )}
      <Remove title={pins.length > 1 ? words.deletePins(pins.length) : words.deletePin} />
    </>
  );
}
