import { useEffect } from "react";
import { hold, letGo, PanKey, wayList } from "../stage/ways";

const keys = [PanKey, ...wayList.map(({ key }) => key)];

const isTyping = (target: EventTarget | null) =>
  target instanceof Element && target.closest("input, textarea, select, [contenteditable=true]") !== null;

/** Keys that work as long as they are held. */
export function HoldKeys() {
  useEffect(() => {
    const down = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.shiftKey || isTyping(event.target)) return;
      if (keys.includes(event.key)) hold(event.key, true);
    };
    const up = (event: KeyboardEvent) => hold(event.key.toLowerCase(), false);
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
