import { useEffect, useRef, useState } from "react";
import type { AnswerTo, Question } from "../api/types";
import { engine } from "../engine/engine";
import { useStore } from "./store";

/**
 * The core's answer to a question, asked again whenever what the engine shows changes. While one is on its way
 * no second is sent; the newest question follows at once. The last answer stays until the next one is there.
 */
export function useAnswer<Q extends Question>(question: Q | null): AnswerTo<Q["kind"]> | null {
  const revision = useStore((state) => state.revision);
  const text = question === null ? null : JSON.stringify(question);
  const [held, setHeld] = useState<{ text: string; answer: AnswerTo<Q["kind"]> } | null>(null);
  const busy = useRef(false);
  const next = useRef<string | null>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new revision asks the same question again
  useEffect(() => {
    next.current = text;
    if (busy.current) return;
    const ask = async () => {
      busy.current = true;
      while (next.current !== null) {
        const asked = next.current;
        next.current = null;
        const answer = await engine.ask(JSON.parse(asked) as Q).catch(() => null);
        if (answer !== null) setHeld({ text: asked, answer });
      }
      busy.current = false;
    };
    void ask();
  }, [text, revision]);

  if (question === null || held === null) return null;
  // An answer to another kind of question is no answer.
  return held.answer.kind === question.kind ? held.answer : null;
}
