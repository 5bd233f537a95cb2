import type { Puppet } from "../../../api/types";
import { CommandButton } from "../../../commands/CommandButton";
import { Fact } from "../../../fields/Fact";
import { Hint } from "../../../fields/Heading";
import { Setting } from "../../../fields/Setting";
import { keepOtherwise } from "../../../playing/take";
import { nameOf } from "../../../state/select";
import { useStore } from "../../../state/store";
import { words } from "../../../words/take";
import { units } from "../../../words/units";

/** Live takes: how they are kept, and how the last one was. */
export function TakeFields({ puppet }: { puppet: Puppet }) {
  const armed = useStore((state) => state.armed);
  const { tolerance, smoothFrames, latencyFrames } = useStore((state) => state.takeSettings);
  const last = useStore((state) => (state.take?.seq === state.seq ? state.take : null));
  return (
    <>
      <CommandButton
        command="arm-take"
        says={words.armTakeTip}
        variant={armed ? "contained" : "outlined"}
        color={armed ? "error" : "primary"}
        aria-pressed={armed}
      >
        {armed ? words.armedDragToRecord : words.armTake}
      </CommandButton>
      <Setting
        label={words.tolerance}
        says={words.toleranceTip}
        unit=""
        value={tolerance}
        min={0}
        max={1000}
        onSet={(value) => void keepOtherwise({ tolerance: value })}
      />
      <Setting
        label={words.smooth}
        says={words.smoothTip}
        unit={units.frames}
        value={smoothFrames}
        min={0}
        max={24}
        onSet={(value) => void keepOtherwise({ smoothFrames: value })}
      />
      <Setting
        label={words.earlierBy}
        says={words.earlierTip}
        unit={units.frames}
        value={latencyFrames}
        min={-24}
        max={24}
        onSet={(value) => void keepOtherwise({ latencyFrames: value })}
      />
      {last && (
        <>
          {last.answer.controls.map(({ thing, keys, largestError, unit }) => (
            <Fact
              key={thing}
              title={nameOf(puppet, thing)}
              value={words.thinned(keys, last.answer.frames, largestError, unit)}
            />
          ))}
          <Hint>{words.thinAgainHint}</Hint>
        </>
      )}
    </>
  );
}
