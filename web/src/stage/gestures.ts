import type { Edit, Gesture, Grip, Point } from "../api/types";
import { engine } from "../engine/engine";
import { perform, stopTake } from "../playing/take";
import { commit, tell } from "../state/film";
import { viewOf } from "../state/select";
import { get, set, touch } from "../state/store";
import { followPointer } from "./followPointer";

/** A pointer must go this far before a press is a drag, in screen pixels. */
const DragStarts = 3;

/** Grips that neither keep a size nor take the body or anything else along. */
export const plain = { keepSize: false, wholeBody: false, shape: 0, also: [] as string[] };

interface DragOptions {
  /** Screen → the gesture's units. */
  toUnits: (event: { clientX: number; clientY: number }) => Point;
  /** The grip while Shift is held, at the press or in the middle of the drag. */
  shifted?: Grip;
  /** Called when the press ends without a drag. */
  onClick?: () => void;
  /** For grips that brush. */
  brush?: Gesture["brush"];
  /** What the gesture makes is tried and not kept. */
  trying?: boolean;
  /** The frame at which it changes things, where that is not the one that is shown: it is seen through the lens of this one. */
  frame?: number;
  /** Called with the edit, once it is made. */
  onDone?: (edit: Edit) => void;
}

/** Where and with what a press began. */
export interface Press {
  button: number;
  clientX: number;
  clientY: number;
  shiftKey?: boolean;
}

/** The press of an event that is nobody else's any more. */
export function taken(event: React.PointerEvent): Press {
  event.preventDefault();
  event.stopPropagation();
  const { button, clientX, clientY, shiftKey } = event;
  return { button, clientX, clientY, shiftKey };
}

/**
 * A press that may become a drag. While it lasts the core shows what it would do; at release it becomes one edit.
 * Escape drops it. Moves that come while the core is busy are merged: only the newest is sent.
 */
export function startDrag(press: Press, grip: Grip, options: DragOptions): void {
  const view = viewOf(get());
  if (view === null || press.button !== 0) return;
  if (isPerformed(grip, options)) {
    performDrag(press, grip, options);
    return;
  }
  const from = options.toUnits(press);
  const [startX, startY] = [press.clientX, press.clientY];
  let begun: Promise<void> | null = null;
  let moving = false;
  let newest: Point | null = null;
  let last = from;
  let over = false;
  let held = press.shiftKey ?? false;

  const gripNow = () => (held && options.shifted ? options.shifted : grip);
  const begin = () => {
    set({ gripping: gripNow() });
    return engine.begin({
      view,
      frame: options.frame ?? get().frame,
      grip: gripNow(),
      from,
      trying: options.trying ?? false,
      brush: options.brush,
      lens: options.frame === undefined ? undefined : get().frame,
    });
  };

  const pump = async () => {
    if (moving) return;
    moving = true;
    while (newest !== null && !over) {
      const to: Point = newest;
      newest = null;
      await engine.move(to);
      touch();
    }
    moving = false;
  };

  const move = (moved: PointerEvent) => {
    if (begun === null) {
      if (Math.hypot(moved.clientX - startX, moved.clientY - startY) < DragStarts) return;
      held = moved.shiftKey;
      begun = begin();
      begun.catch((problem) => finish(() => tell(problem)));
    }
    newest = last = options.toUnits(moved);
    void begun.then(pump).catch(() => undefined);
  };

  const finish = (then: () => void) => {
    over = true;
    window.removeEventListener("pointermove", move);
    window.removeEventListener("pointerup", up);
    window.removeEventListener("pointercancel", drop);
    window.removeEventListener("keydown", key, true);
    window.removeEventListener("keyup", key, true);
    set({ gripping: null });
    then();
  };

  const up = (released: PointerEvent) =>
    finish(async () => {
      if (begun === null) {
        options.onClick?.();
        return;
      }
      const ended = begun.then(() => engine.move(options.toUnits(released))).then(() => engine.end());
      engine.letGo(ended);
      try {
        if (!options.trying) await commit(ended);
        const edit = await ended;
        if (options.trying) touch();
        else if (edit !== null) options.onDone?.(edit);
      } catch (problem) {
        await engine.cancel();
        touch();
        // What was to be kept is told by who keeps it.
        if (options.trying) tell(problem);
      }
    });

  const drop = () => finish(() => void engine.cancel().then(touch));
  const key = (pressed: KeyboardEvent) => {
    if (pressed.key === "Escape" && pressed.type === "keydown") {
      pressed.stopPropagation();
      drop();
    }
    if (pressed.key !== "Shift" || pressed.shiftKey === held) return;
    held = pressed.shiftKey;
    if (begun === null || !options.shifted) return;
    // The same drag from its start, by the other way.
    begun = begun.then(begin);
    newest = last;
    void begun.then(pump).catch(() => undefined);
  };

  window.addEventListener("pointermove", move);
  window.addEventListener("pointerup", up);
  window.addEventListener("pointercancel", drop);
  window.addEventListener("keydown", key, true);
  window.addEventListener("keyup", key, true);
}

/** With a take armed, what poses a puppet on the stage is performed. */
const isPerformed = (grip: Grip, { trying, frame }: DragOptions) =>
  get().armed && get().place === "act" && !trying && frame === undefined && performed.has(grip.kind);

const performed = new Set<Grip["kind"]>(["Turn", "Shift", "Pin", "Goal", "Dial"]);

/** The shot runs as long as the press lasts, and the drag is a take. */
function performDrag(press: Press, grip: Grip, { toUnits, onClick }: DragOptions): void {
  const view = viewOf(get());
  if (view === null) return;
  const from = toUnits(press);
  let now = from;
  followPointer({
    move: (moved) => {
      now = toUnits(moved);
    },
    end: () => {
      stopTake();
      if (now === from) onClick?.();
    },
  });
  set({ gripping: grip });
  const gesture = { view, frame: get().frame, grip, from, trying: false };
  void perform({ with: "Pointer", gesture, now: () => [now.x, now.y] }).finally(() => set({ gripping: null }));
}

/** One press that makes something at once, such as a pin. */
export async function makeAt(grip: Grip, at: Point): Promise<Edit | null> {
  const view = viewOf(get());
  if (view === null) return null;
  try {
    await engine.begin({ view, frame: get().frame, grip, from: at, trying: false });
    await engine.move(at);
    const edit = await engine.end();
    await commit(edit);
    return edit;
  } catch (problem) {
    await engine.cancel();
    tell(problem);
    return null;
  }
}
