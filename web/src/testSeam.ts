import { engine } from "./engine/engine";
import { paintList, pixels, pixelsOf } from "./painting/picture";
import { togglePlay } from "./playing/play";
import { drawGhosts } from "./stage/ghosts";
import { shownMark } from "./stage/screen";
import { commit, settled, undo } from "./state/film";
import { get, set, touch } from "./state/store";
import { isAsking } from "./state/useAnswer";

/** For end-to-end tests and the benchmark: what a person sees, as numbers; for the benchmark also the ways of edits. */
declare global {
  interface Window {
    fretsaw: {
      pixels: typeof pixels;
      pixelsOf: typeof pixelsOf;
      state: typeof get;
      shownMark: typeof shownMark;
      timeEvaluation: typeof engine.timeEvaluation;
      begin: typeof engine.begin;
      move: typeof engine.move;
      preview: typeof engine.preview;
      cancel: typeof engine.cancel;
      frame: typeof engine.frame;
      ask: typeof engine.ask;
      paintList: typeof paintList;
      commit: typeof commit;
      undo: typeof undo;
      settled: typeof settled;
      isAsking: typeof isAsking;
      end: typeof engine.end;
      touch: typeof touch;
      setState: typeof set;
      togglePlay: typeof togglePlay;
      /** Before the page is opened again, in a tenth of the time that a new one takes. */
      close: () => Promise<void>;
      open: () => Promise<unknown>;
      drawGhosts: typeof drawGhosts;
    };
  }
}

// What opens and closes the page is put beside it in main.tsx.
window.fretsaw = {
  pixels,
  pixelsOf,
  state: get,
  shownMark,
  timeEvaluation: engine.timeEvaluation,
  begin: engine.begin,
  move: engine.move,
  preview: engine.preview,
  cancel: engine.cancel,
  frame: engine.frame,
  ask: engine.ask,
  paintList,
  commit,
  undo,
  settled,
  isAsking,
  end: engine.end,
  touch,
  setState: set,
  togglePlay,
  drawGhosts,
} as Window["fretsaw"];
