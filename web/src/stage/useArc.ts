import { useShallow } from "zustand/react/shallow";
import type { ArcAnswer } from "../api/types";
import { viewOf } from "../state/select";
import { useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";

/** The path of what is chosen, or of the whole body, round the frame that is shown. */
export function useArc(): (ArcAnswer & { owner: string; thing: string }) | null {
  const frame = useStillFrame();
  const view = useStore(useShallow(viewOf));
  const { on, before, after } = useStore((state) => state.arcs);
  const playing = useStore((state) => state.playing);
  const owner = useStore((state) => state.castId);
  const thing = useStore((state) => (state.chosen?.owner === state.castId ? (state.chosen?.thing ?? "body") : "body"));
  const shown = on && !playing && view !== null && owner !== null;
  const answer = useAnswer(
    shown ? { kind: "arc", view, frame, owner, thing, from: frame - before, to: frame + after } : null,
  );
  return answer && owner !== null ? { ...answer, owner, thing } : null;
}
