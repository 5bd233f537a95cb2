import { Hint } from "../../fields/Heading";
import { useShot } from "../../state/select";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/timing";

/** How fast the fastest of a puppet's parts goes in a gap: half the frames for the same way are twice the speed. All of its frames are posed for it, so it is not asked for while something is going on. */
export function Pace({ owner, from, to }: { owner: string; from: number; to: number }) {
  const shot = useShot()?.id ?? null;
  const atRest = useStore((state) => state.atHand && !state.playing && state.gripping === null);
  const pace = useAnswer(
    shot && atRest && owner !== "camera" ? { kind: "pace", view: { shot }, owner, from, to } : null,
  );
  if (!pace || pace.name === "") return null;
  return <Hint>{words.fastest(pace.name, Math.round(pace.px), pace.frame)}</Hint>;
}
