import { type RefObject, useEffect, useRef } from "react";
import type { StripView } from "../state/store";
import type { Scale } from "./scale";
import { along, nearer, see } from "./stripView";

/** One notch of the wheel. */
const Notch = 1.15;

type Change = (view: StripView) => StripView;

/**
 * The wheel over the strip: with Ctrl nearer, across or with Shift along. Notches that come while the rows are still
 * being drawn wait and are gone through together, so that a quick hand is never behind by more than one drawing.
 */
export function useWheel(
  section: RefObject<HTMLElement | null>,
  lane: RefObject<HTMLElement | null>,
  length: number,
  scale: RefObject<Scale>,
  isDrawn: boolean,
): void {
  const waiting = useRef<Change[]>([]);
  const drawn = useRef(isDrawn);
  drawn.current = isDrawn;
  const frame = useRef(0);
  const ask = useRef(() => {});
  ask.current = () => {
    if (frame.current !== 0 || !drawn.current || waiting.current.length === 0) return;
    const go = () => {
      frame.current = 0;
      const changes = waiting.current;
      waiting.current = [];
      see(length, (view) => changes.reduce((seen, one) => one(seen), view));
    };
    // Once a frame, and after it is painted: the two together would be one long task.
    frame.current = requestAnimationFrame(() => setTimeout(go));
  };
  useEffect(() => {
    if (isDrawn) ask.current();
  }, [isDrawn]);
  useEffect(() => {
    const element = section.current;
    const wheel = (event: WheelEvent) => {
      const across = event.shiftKey ? event.deltaY : event.deltaX;
      if (!event.ctrlKey && across === 0) return;
      event.preventDefault();
      const x = event.clientX - (lane.current?.getBoundingClientRect().left ?? 0);
      const { frame: at, perFrame } = scale.current;
      const about = at(x);
      const times = event.deltaY < 0 ? Notch : 1 / Notch;
      waiting.current.push(
        event.ctrlKey ? (view) => nearer(view, about, times) : (view) => along(view, across / perFrame),
      );
      ask.current();
    };
    // Not passive, so that the page does not grow.
    element?.addEventListener("wheel", wheel, { passive: false });
    return () => {
      cancelAnimationFrame(frame.current);
      frame.current = 0;
      element?.removeEventListener("wheel", wheel);
    };
  }, [section, lane, scale]);
}
