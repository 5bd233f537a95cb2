import { create } from "zustand";
import type { Film, Grip, PrintLine } from "../api/types";

export const places = ["parts", "rig", "act", "scenery", "camera", "finish"] as const;
export type Place = (typeof places)[number];

/** What is chosen: a thing of a puppet, a flat, a puppet on the stage, or a shake. */
export interface Chosen {
  kind: "part" | "bone" | "pin" | "reach" | "body" | "flat" | "cast" | "shake";
  /** Cast id, for things of a puppet on the stage. */
  owner?: string;
  thing: string;
}

export type RigTool = "choose" | "pin" | "bone" | "try";
export type Quality = 1 | 0.5 | 0.25;

export interface State {
  filmId: string | null;
  /** The film's structure as last acknowledged. */
  film: Film | null;
  seq: number;
  undo: string | null;
  redo: string | null;
  kept: "kept" | "keeping" | "lost";
  place: Place;
  shotId: string | null;
  puppetId: string | null;
  castId: string | null;
  frame: number;
  chosen: Chosen | null;
  tool: RigTool;
  keepSize: boolean;
  quality: Quality;
  playing: boolean;
  /** Frames a second that playback reached lately; null while it stands. */
  reached: number | null;
  /** Frames that playback has ready. */
  ready: ReadonlySet<number>;
  /** Rises whenever what the engine shows has changed, provisionally or for good. */
  revision: number;
  /** Rises with every edit that was made. */
  edits: number;
  gripping: Grip | null;
  finderOpen: boolean;
  snagsOpen: boolean;
  prints: PrintLine[];
}

export const useStore = create<State>(() => ({
  filmId: null,
  film: null,
  seq: 0,
  undo: null,
  redo: null,
  kept: "kept",
  place: "act",
  shotId: null,
  puppetId: null,
  castId: null,
  frame: 1,
  chosen: null,
  tool: "choose",
  keepSize: true,
  quality: 0.5,
  playing: false,
  reached: null,
  ready: new Set<number>(),
  revision: 0,
  edits: 0,
  gripping: null,
  finderOpen: false,
  snagsOpen: false,
  prints: [],
}));

export const get = useStore.getState;
export const set = useStore.setState;

/** What the engine shows has changed: everything that asks it asks again. */
export const touch = () => set((state) => ({ revision: state.revision + 1 }));
