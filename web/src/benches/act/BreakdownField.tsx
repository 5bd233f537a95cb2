import { controlsMeant } from "../../commands/kept";
import { engine } from "../../engine/engine";
import { SliderField } from "../../fields/SliderField";
import { commit, tell } from "../../state/film";
import { get, touchPreview, useStore } from "../../state/store";
import { words } from "../../words/act";

/** A breakdown by a slider: what is chosen, or the whole pose, so far from the pose before towards the one after. */
export function BreakdownField({ owner, shot, frame }: { owner: string; shot: string; frame: number }) {
  const edits = useStore((state) => state.edits);
  const towards = (percent: number) =>
    engine.work({ kind: "inBetween", shot, owner, things: controlsMeant(get()), frame, percent });
  return (
    <SliderField
      // Once it is keyed it stands in the middle again, to be slid from the new pose.
      key={`${frame} ${edits}`}
      label={words.betweenPoses}
      unit="%"
      step={5}
      min={-50}
      max={150}
      value={50}
      onSlide={(percent) =>
        void towards(percent)
          .then(engine.preview)
          .then(touchPreview, () => undefined)
      }
      onSet={(percent) => void commit(towards(percent)).catch(tell)}
    />
  );
}
