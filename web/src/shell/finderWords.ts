import type { Action } from "./actions";

/** Each word that is typed begins one of its name or of what else it is called; those that say so themselves come first. */
export function byAllWords(actions: Action[], { inputValue }: { inputValue: string }): Action[] {
  const typed = inputValue.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (text: string) => typed.every((word) => text.toLowerCase().includes(word));
  const named = actions.filter(({ name }) => has(name));
  return [...named, ...actions.filter(({ name, words }) => !has(name) && has(`${name} ${words}`))];
}
