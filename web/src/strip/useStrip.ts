import { useEffect, useState } from "react";
import type { StripOwner } from "../api/types";
import { useShot } from "../state/select";
import { useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { stripQuestion } from "./question";

/** One owner's cards and rows. While the film plays nobody asks for it anew, and the last answer stays. */
export function useStrip(owner: string | null): StripOwner | null {
  const shot = useShot();
  const playing = useStore((state) => state.playing);
  const open = useStore((state) => state.openRows);
  const answer = useAnswer(shot && owner !== null && !playing ? stripQuestion(shot.id, owner, open) : null);
  const [held, hold] = useState<StripOwner | null>(null);
  useEffect(() => {
    if (answer) hold(answer.strip ?? null);
  }, [answer]);
  const shown = answer?.strip ?? held;
  return shown?.owner === owner ? shown : null;
}
