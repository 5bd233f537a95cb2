import { useEffect } from "react";
import { holdsAt } from "../commands/command";
import { commands } from "../commands/list";
import { keysOf } from "../commands/shortcuts";
import { letGo } from "../stage/ways";
import { get } from "../state/store";

const holders = commands.filter(({ held }) => held !== undefined);
const of = (key: string) => holders.find((command) => keysOf(command) === key.toLowerCase());

const isTyping = (target: EventTarget | null) =>
  target instanceof Element &&
  target.closest("input:not([type=checkbox]), textarea, select, [contenteditable=true]") !== null;

/** Keys that work as long as they are held. */
export function HoldKeys() {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey || isTyping(event.target)) return;
      const command = of(event.key);
      if (command && holdsAt(command, get())) command.held?.(true);
    };
    const up = (event: KeyboardEvent) => of(event.key)?.held?.(false);
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", letGo);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", letGo);
    };
  }, []);
  return null;
}
