import { useEffect, useRef, useState } from "react";
import type { Answer, AnswerTo, Question } from "../api/types";
import { engine } from "../engine/engine";
import { tell } from "./film";
import { get, useStore } from "./store";

/** What has been asked since what the engine shows last changed: a strip and a card that ask the same share one answer. */
const asked = { revision: -1, answers: new Map<string, Promise<Answer>>() };

function askOnce(text: string): Promise<Answer> {
  const { revision } = get();
  if (asked.revision !== revision) {
    asked.revision = revision;
    asked.answers.clear();
  }
  let answer = asked.answers.get(text);
  if (answer === undefined) {
    answer = engine.ask(JSON.parse(text) as Question);
    asked.answers.set(text, answer);
  }
  return answer;
}

/**
 * The core's answer to a question, asked again whenever what the engine shows changes. While one is on its way
 * no second is sent; the newest question follows at once. The last answer stays until the next one is there.
 */
export function useAnswer<Q extends Question>(question: Q | null): AnswerTo<Q["kind"]> | null {
  const revision = useStore((state) => state.revision);
  const text = question === null ? null : JSON.stringify(question);
  const [held, setHeld] = useState<AnswerTo<Q["kind"]> | null>(null);
  const busy = useRef(false);
  const next = useRef<string | null>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new revision asks the same question again
  useEffect(() => {
    next.current = text;
    if (busy.current) return;
    const ask = async () => {
      busy.current = true;
      while (next.current !== null) {
        const question = next.current;
        next.current = null;
        const answer = await askOnce(question).catch(tell);
        if (answer) setHeld(answer as AnswerTo<Q["kind"]>);
      }
      busy.current = false;
    };
    void ask();
  }, [text, revision]);

  // An answer to another kind of question is no answer.
  return held?.kind === question?.kind ? held : null;
}
