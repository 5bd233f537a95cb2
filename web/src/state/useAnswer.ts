import { replaceEqualDeep } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import type { Answer, AnswerTo, Question } from "../api/types";
import { engine } from "../engine/engine";
import { tell } from "./film";
import { lastEditIn, lastEditOf } from "./since";
import { get, type State, useStore } from "./store";

/** Which state of things an answer is of: it is good for as long as this stays the same. */
function stateOf(question: Question, { revision, since, previews }: State): string {
  if (question.kind === "chart") return "";
  if (question.kind === "pace") return String(lastEditIn(since, question.view.shot ?? ""));
  if (question.kind === "strip") return `${lastEditOf(since, question.shot, question.owner)} ${previews}`;
  return String(revision);
}

/** Answers that still hold: a strip and a card that ask the same share one. */
const asked = new Map<string, { question: Question; of: string; answer: Promise<Answer> }>();

let asking = 0;

/** Whether something that is shown still waits for its answer. */
export const isAsking = () => asking > 0;

function askOnce(text: string): Promise<Answer> {
  const state = get();
  for (const [old, { question, of }] of asked) if (stateOf(question, state) !== of) asked.delete(old);
  const known = asked.get(text);
  if (known !== undefined) return known.answer;
  const question = JSON.parse(text) as Question;
  const answer = engine.ask(question);
  asked.set(text, { question, of: stateOf(question, state), answer });
  answer.catch(() => asked.delete(text));
  return answer;
}

/** An answer that is shown, and whether the question has become another since. */
interface Answered<A> {
  answer: A | null;
  late: boolean;
}

/**
 * The core's answer to a question, asked again whenever what it is about changes. While one is on its way
 * no second is sent; the newest question follows at once. The last answer stays until the next one is there.
 */
export const useAnswer = <Q extends Question>(question: Q | null): AnswerTo<Q["kind"]> | null =>
  useAnswered(question).answer;

export function useAnswered<Q extends Question>(question: Q | null): Answered<AnswerTo<Q["kind"]>> {
  const of = useStore((state) => (question === null ? "" : stateOf(question, state)));
  const text = question === null ? null : JSON.stringify(question);
  const [held, setHeld] = useState<{ text: string; answer: AnswerTo<Q["kind"]> } | null>(null);
  const busy = useRef(false);
  const next = useRef<string | null>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another state asks the same question again
  useEffect(() => {
    next.current = text;
    if (busy.current) return;
    const ask = async () => {
      busy.current = true;
      asking++;
      while (next.current !== null) {
        const question = next.current;
        next.current = null;
        const answer = await askOnce(question).catch(tell);
        // What is the same as before stays the very same, so that what shows it need not be drawn again.
        if (answer)
          setHeld((before) => {
            const newest = replaceEqualDeep(before?.answer, answer as AnswerTo<Q["kind"]>);
            return before?.answer === newest && before.text === question ? before : { text: question, answer: newest };
          });
      }
      busy.current = false;
      asking--;
    };
    void ask();
  }, [text, of]);

  // An answer to another kind of question is no answer.
  const answer = held?.answer.kind === question?.kind ? (held?.answer ?? null) : null;
  return { answer, late: text !== null && held?.text !== text };
}
