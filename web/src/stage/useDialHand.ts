import type { Dial } from "../api/types";
import { type DialPlace, inside, nudged, placeOn } from "../fields/DialPlate";
import { commit } from "../state/film";
import { isBlocking, useShot } from "../state/select";
import { get, useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { words } from "../words/stage";
import { plain, startDrag, taken } from "./gestures";

/**
 * A dial of a puppet on the stage in the hand: where it stands at this frame, and what a drag of its knob or an arrow key does. Either is
 * keyed, as every drag on the picture is.
 */
export function useDialHand(owner: string, dial: Dial) {
  const shot = useShot();
  const frame = useStillFrame();
  const blocked = useStore(isBlocking);
  const answer = useAnswer(
    shot ? { kind: "values", view: { shot: shot.id, blocked }, frame, owner, thing: dial.id } : null,
  );
  const line = (name: string) =>
    answer?.lines.find(({ address }) => address.thing === dial.id && address.property === name);
  const at: DialPlace = { across: line("across")?.value ?? 0, down: dial.isPad ? (line("down")?.value ?? 0) : 0 };

  const key = (to: DialPlace) => {
    if (!shot) return;
    const value = (property: string, value: number) => ({ address: { owner, thing: dial.id, property }, value });
    const values = [value("across", inside(to.across)), ...(dial.isPad ? [value("down", inside(to.down))] : [])];
    const how = { drawn: true, blocked: isBlocking(get()) };
    void commit({ kind: "setKeys", shotId: shot.id, frame, values, says: words.turnDial(dial.name), ...how });
  };

  /** @param plate what the dial is drawn on. */
  const press = (event: React.PointerEvent, plate: Element) => {
    const box = plate.getBoundingClientRect();
    const begun = placeOn(box, event, dial);
    // On the knob it is taken where it is held; beside it, it comes to the hand.
    const near = Math.hypot(begun.across - at.across, begun.down - at.down) < Near;
    const off = near ? { across: at.across - begun.across, down: at.down - begun.down } : { across: 0, down: 0 };
    const place = (moved: { clientX: number; clientY: number }) => {
      const to = placeOn(box, moved, dial);
      return { x: to.across + off.across, y: to.down + off.down };
    };
    startDrag(
      taken(event),
      { kind: "Dial", thing: dial.id, owner, ...plain },
      { toUnits: place, onClick: near ? undefined : () => key(begun) },
    );
  };

  const turn = (event: React.KeyboardEvent) => {
    const to = nudged(event.key, at, dial);
    if (to === null) return;
    event.preventDefault();
    event.stopPropagation();
    key(to);
  };

  return { at, press, turn, keyedHere: line("across")?.keyedHere ?? false };
}

/** A press this near to the knob takes it, %. */
const Near = 16;
