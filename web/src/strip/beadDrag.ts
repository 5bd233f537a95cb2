import type { StripRow } from "../api/types";
import { followPointer } from "../stage/followPointer";
import { commit } from "../state/film";
import { get } from "../state/store";
import { beadsOf, choiceHere, choose, spanOf } from "./beads";
import { rowKey } from "./question";
import type { Scale } from "./scale";

/** Where chosen beads are shown while they are dragged: a style of the strip, so that moving thousands of them renders nothing anew. */
export const Shown =
  "translateX(var(--bead-about, 0px)) scaleX(var(--bead-times, 1)) translateX(calc(var(--bead-shift, 0px) - var(--bead-about, 0px)))";

const stripOf = (target: EventTarget | null) =>
  target instanceof Element ? target.closest<HTMLElement>("[data-area=timeline]") : null;

function show(strip: HTMLElement | null, names: Record<string, string>): void {
  for (const name of ["--bead-about", "--bead-times", "--bead-shift"]) {
    if (names[name] === undefined) strip?.style.removeProperty(name);
    else strip?.style.setProperty(name, names[name]);
  }
}

/** Drags all chosen keys by whole frames. */
export function dragChosen(event: React.PointerEvent, scale: Scale, onClick: () => void): void {
  const [strip, choice] = [stripOf(event.target), choiceHere()];
  if (choice === null || event.button !== 0) return;
  const { first } = spanOf(choice);
  event.stopPropagation();
  const startX = event.clientX;
  let by = 0;
  followPointer({
    move: ({ clientX }) => {
      by = Math.max(1 - first, Math.round((clientX - startX) / scale.perFrame));
      show(strip, { "--bead-shift": `${by * scale.perFrame}px` });
    },
    end: (kept) => {
      if (kept !== null && by === 0) onClick();
      const made =
        kept !== null && by !== 0
          ? commit({ kind: "retimeKeys", shotId: choice.shot, chosen: beadsOf(choice), to: { kind: "shift", by } })
          : Promise.resolve();
      void made.then(() => show(strip, {}));
    },
  });
}

/** Stretches all chosen keys by one end of them, about the other; with Alt about the saw blade. */
export function stretchChosen(event: React.PointerEvent, scale: Scale, end: "first" | "last"): void {
  const [strip, choice] = [stripOf(event.target), choiceHere()];
  if (choice === null || event.button !== 0) return;
  const span = spanOf(choice);
  const [from, other] = [span[end], span[end === "first" ? "last" : "first"]];
  event.stopPropagation();
  const startX = event.clientX;
  let [about, times] = [other, 1];
  followPointer({
    move: ({ clientX, altKey }) => {
      about = altKey ? get().frame : other;
      const pixels = clientX - startX;
      times =
        from === about ? 1 : Math.max(0.01, (from + Math.round(pixels / scale.perFrame) - about) / (from - about));
      show(strip, { "--bead-about": `${scale.x(about)}px`, "--bead-times": String(times) });
    },
    end: (kept) => {
      const made =
        kept !== null && times !== 1
          ? commit({
              kind: "retimeKeys",
              shotId: choice.shot,
              chosen: beadsOf(choice),
              to: { kind: "stretch", about, times },
            })
          : Promise.resolve();
      void made.then(() => show(strip, {}));
    },
  });
}

/** A press on a bead: with Shift or Ctrl it joins the chosen ones or leaves them, else it is dragged with them. */
export function pressBead(
  event: React.PointerEvent,
  row: StripRow,
  frame: number,
  scale: Scale,
  onClick: (frame: number) => void,
): void {
  if (event.button !== 0) return;
  const only = [{ row, frames: [frame] }];
  if (event.shiftKey || event.ctrlKey || event.metaKey) {
    event.stopPropagation();
    choose(only, "toggle");
    return;
  }
  if (!choiceHere()?.rows.get(rowKey(row))?.frames.has(frame)) choose(only, "only");
  dragChosen(event, scale, () => {
    choose(only, "only");
    onClick(frame);
  });
}
