import { engine } from "./engine/engine";
import { pixels, shownMark } from "./stage/playback";
import { paintUnfilled } from "./stage/recording";
import { commit, undo } from "./state/film";
import { get } from "./state/store";

/** For end-to-end tests and the benchmark: what a person sees, as numbers; for the benchmark also the ways of edits. */
declare global {
  interface Window {
    fretsaw: {
      pixels: typeof pixels;
      state: typeof get;
      shownMark: typeof shownMark;
      timeEvaluation: typeof engine.timeEvaluation;
      begin: typeof engine.begin;
      move: typeof engine.move;
      preview: typeof engine.preview;
      cancel: typeof engine.cancel;
      frame: typeof engine.frame;
      ask: typeof engine.ask;
      paintUnfilled: typeof paintUnfilled;
      commit: typeof commit;
      undo: typeof undo;
    };
  }
}

window.fretsaw = {
  pixels,
  state: get,
  shownMark,
  timeEvaluation: engine.timeEvaluation,
  begin: engine.begin,
  move: engine.move,
  preview: engine.preview,
  cancel: engine.cancel,
  frame: engine.frame,
  ask: engine.ask,
  paintUnfilled,
  commit,
  undo,
};
