import { useRef } from "react";
import { get, useStore } from "./store";

/**
 * The frame that lists and cards tell about: now, and while it plays the one at which that began. Nobody reads values that change
 * 24 times a second, and drawing them would take the time that the picture needs.
 */
export function useStillFrame(): number {
  const still = useRef(get().frame);
  return useStore(({ frame, playing }) => {
    if (!playing) still.current = frame;
    return still.current;
  });
}
