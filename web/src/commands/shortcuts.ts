import { create } from "zustand";
import { persist } from "zustand/middleware";
import { words } from "../words/commands";
import { type Command, keyName } from "./command";

/** Shortcuts that somebody changed, by the command's id; "" for a command without one. Kept in the browser. */
export const useShortcuts = create<{ changed: Record<string, string> }>()(
  persist(() => ({ changed: {} as Record<string, string> }), { name: "shortcuts" }),
);

type Shortcut = Pick<Command, "id" | "keys">;

/** What a command listens for; "" for nothing. */
export const keysOf = ({ id, keys }: Shortcut, changed = useShortcuts.getState().changed) => changed[id] ?? keys ?? "";

/** The same as it is said to people. */
export function keysSaid(command: Shortcut & Pick<Command, "held">, changed?: Record<string, string>): string {
  const keys = keysOf(command, changed);
  return keys === "" ? "" : `${command.held ? words.holdKey : ""}${keyName(keys)}`;
}

/** Gives a command a shortcut; "" for none. */
export function changeKeys({ id, keys }: Shortcut, next: string): void {
  useShortcuts.setState(({ changed: { [id]: _, ...others } }) => ({
    changed: next === (keys ?? "") ? others : { ...others, [id]: next },
  }));
}

export const resetKeys = () => useShortcuts.setState({ changed: {} });
