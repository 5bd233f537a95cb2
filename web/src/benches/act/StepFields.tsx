import type { Shot } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { commit } from "../../state/film";
import { useStore } from "../../state/store";
import { words as say } from "../../words/act";
import { ofEach } from "../chosenAmong";

const words = ["", "ones", "twos", "threes", "fours"];

const said = (every: number) => words[every] ?? say.everyFrames(every);

/** On what something is drawn: the chosen thing, its puppet, all of the shot; and a rough pass over everything. */
export function StepFields({
  shot,
  owner,
  name,
  thing,
  also,
}: {
  shot: Shot;
  owner: string;
  name: string;
  thing: { id: string; name: string } | null;
  /** Things that are chosen besides it, and are drawn as it is. */
  also: string[];
}) {
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const field = (label: string, of: string, part: string) => {
    const now = shot.steps.find((step) => step.owner === of && step.thing === part)?.every ?? 0;
    const choices = [0, 1, 2, 3, 4, ...(now > 4 ? [now] : [])];
    return (
      <ChoiceField
        label={label}
        value={String(now)}
        choices={choices.map((every) => ({
          value: String(every),
          title: every > 0 ? said(every) : of === "" ? say.ones : part === "" ? say.asShot : say.asPuppet,
        }))}
        onChoose={(every) =>
          void commit(
            ofEach(part === "" ? [part] : [part, ...also.filter((id) => id !== part)], say.setFrameSteps, (thing) => ({
              kind: "setStep",
              shotId: shot.id,
              owner: of,
              thing,
              every: Number(every),
            })),
          )
        }
      />
    );
  };
  return (
    <>
      <Heading>{say.frameSteps}</Heading>
      {thing && field(thing.name, owner, thing.id)}
      {field(name, owner, "")}
      {field(say.wholeShot, "", "")}
      <NumberField
        label={say.roughPassOf}
        unit="/ s"
        decimals={1}
        step={1}
        min={0}
        max={rate}
        value={shot.roughRate ?? rate}
        edit={(drawings) => ({ kind: "changeShot", shotId: shot.id, roughRate: drawings >= rate ? 0 : drawings })}
      />
    </>
  );
}
