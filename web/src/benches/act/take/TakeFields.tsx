import type { Puppet } from "../../../api/types";
import { CommandButton } from "../../../commands/CommandButton";
import { Fact } from "../../../fields/Fact";
import { Hint } from "../../../fields/Heading";
import { Setting } from "../../../fields/Setting";
import { keepOtherwise } from "../../../playing/take";
import { nameOf } from "../../../state/select";
import { useStore } from "../../../state/store";

/** Live takes: how they are kept, and how the last one was. */
export function TakeFields({ puppet }: { puppet: Puppet }) {
  const armed = useStore((state) => state.armed);
  const { tolerance, smoothFrames, latencyFrames } = useStore((state) => state.takeSettings);
  const last = useStore((state) => (state.take?.seq === state.seq ? state.take : null));
  return (
    <>
      <CommandButton
        command="arm-take"
        says="Drag a limb, a part, a pin or the face pad: the shot runs, and the motion is kept"
        variant={armed ? "contained" : "outlined"}
        color={armed ? "error" : "primary"}
        aria-pressed={armed}
      >
        {armed ? "Armed: a drag is performed" : "Arm a take"}
      </CommandButton>
      <Setting
        label="Tolerance"
        says="How far the keys may be beside what was performed, in px, ° or %"
        unit=""
        value={tolerance}
        min={0}
        max={1000}
        onSet={(value) => void keepOtherwise({ tolerance: value })}
      />
      <Setting
        label="Smooth"
        says="Frames on either side that are averaged"
        unit="fr."
        value={smoothFrames}
        min={0}
        max={24}
        onSet={(value) => void keepOtherwise({ smoothFrames: value })}
      />
      <Setting
        label="Earlier by"
        says="A hand comes late: what it did is moved so many frames earlier"
        unit="fr."
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
              value={`${keys} of ${last.answer.frames} keys, ${largestError} ${unit} off at most`}
            />
          ))}
          <Hint>Other settings keep the same take again; undo takes it back.</Hint>
        </>
      )}
    </>
  );
}
