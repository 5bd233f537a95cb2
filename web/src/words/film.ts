import type { Said } from "./said";

export const words = {
  filmNotLoaded: "The film could not be loaded.",
  shotNotLoaded: "The shot could not be loaded.",
  scriptMissing: "its script did not arrive",
  coreNotStarted: (problem: Said) => `The page could not start its own core and tries again: ${problem}`,
  noSound: (status: Said) => `No sound: ${status}`,
  keyPoseWithChange: "Key pose with the change",
  changedElsewhere: (undo: Said) =>
    `The film was changed elsewhere meanwhile. Look at it, and press Undo again to undo “${undo}”.`,
  wholeBody: "Whole body",
  mouths: "Mouths",
  faceDevice: "Face device",
  facePad: "Face pad",
  blinks: "Blinks",
  liveTake: "Live take",
  savedCharts: "Saved charts",
  loopsAndLimits: "Loops and limits",
  frameSteps: "Frame steps",
  layers: "Layers",
  serverSilent: "The server does not answer. Start it again; what was saved is still there.",
  snagsNotSearched: "The snags could not be searched for. Try again.",
  pictureNotLoaded: "The picture could not be loaded. Try again.",
} as const;
