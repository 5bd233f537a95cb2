import type { Drawing } from "../api/types";

/** What the page says to the painter's worker; the drawings' ids only where they are others than before. */
export type FromPage =
  | { kind: "paint"; id: number; list: Uint8Array; ids: string[] | null }
  | { kind: "drawing"; drawing: Drawing }
  /** A drawing that was asked for cannot be had. */
  | { kind: "noDrawing"; id: string; problem: string };

/** What the painter's worker says to the page. */
export type ToPage =
  | { kind: "picture"; id: number; picture: ImageBitmap; took: number }
  | { kind: "problem"; id: number; problem: string }
  /** A drawing that it has not met, by its id and its index in the film. */
  | { kind: "want"; id: string; index: number };
