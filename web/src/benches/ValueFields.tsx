import { engine } from "../engine/engine";
import { ChoiceField } from "../fields/ChoiceField";
import { Heading, Hint } from "../fields/Heading";
import { NumberField } from "../fields/NumberField";
import { commit } from "../state/film";
import { isBlocking, useShot } from "../state/select";
import { useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { words } from "../words/places";
import { allOf } from "./chosenAmong";
import { chosenOfEach, keyedOfEach, linesOf, type Spot } from "./eachChosen";
import { ValueNumber } from "./ValueNumber";

/** The animatable values of one thing at the current frame; setting one keys it here, and of the others that are chosen too. */
export function ValueFields({
  owner,
  thing,
  title,
  leaveOut = [],
  also = [],
}: {
  owner: string;
  thing: string;
  title: string;
  leaveOut?: string[];
  /** Things of the owner that are chosen besides it. */
  also?: string[];
}) {
  const shot = useShot();
  const frame = useStillFrame();
  const blocked = useStore(isBlocking);
  const answer = useAnswer(shot ? { kind: "values", view: { shot: shot.id, blocked }, frame, owner, thing } : null);
  // What is still there of what was chosen before is none of this one's: typed into, it would be keyed on that.
  const isOwn = answer?.lines.every(({ address }) => address.owner === owner && address.thing === thing);
  const values = isOwn ? answer : null;
  if (!shot) return null;
  const others: Spot[] = also.filter((one) => one !== thing).map((one) => ({ owner, thing: one }));
  const where = { shot: shot.id, frame, others };
  const obeys = values?.lines.find((line) => line.obeys)?.obeys;
  return (
    <>
      <Heading>{title}</Heading>
      {values?.lines
        .filter((line) => !leaveOut.some((name) => line.address.property === name))
        .map((line) =>
          line.choices.length > 0 ? (
            <ChoiceField
              key={line.address.property}
              label={line.title}
              value={line.chosen ?? ""}
              choices={line.choices.map(({ id, title }) => ({ value: id, title }))}
              marked={line.keyedHere}
              onChoose={(choice) => void commit(chosenOfEach(where, line, choice))}
            />
          ) : (
            <ValueNumber
              key={line.address.property}
              line={line}
              disabled={line.obeys ? words.followsChain(line.obeys) : null}
              edit={(value, by) => keyedOfEach(where, line, value, by)}
            />
          ),
        )}
      {values?.size != null && (
        <NumberField
          label={words.size}
          unit="%"
          decimals={0}
          step={1}
          min={1}
          max={1000}
          rest={100}
          value={values.size}
          edit={async (percent) => {
            const size = (of: string) =>
              engine.work({ kind: "resize", shot: shot.id, owner, thing: of, frame, percent, blocked });
            const sized = (await linesOf(others, "stretchX", shot.id, frame)).map(({ address }) => address.thing);
            return allOf([thing, ...sized].map(size), words.changeSize);
          }}
        />
      )}
      {obeys && <Hint>{words.followsChainHint(obeys)}</Hint>}
    </>
  );
}
