import { create } from "zustand";
import type {
  Address,
  AnswerTo,
  ArtReport,
  Beads,
  Film,
  Gap,
  Grip,
  KneadBrush,
  Label,
  Mirror,
  OtherSide,
  Point,
  PrintLine,
  Wish,
} from "../api/types";
import { words } from "../words/film";
import { type Since, untouched } from "./since";

export const places = ["parts", "rig", "act", "scenery", "camera", "finish"] as const;
export type Place = (typeof places)[number];

/** What is chosen: a thing of a puppet, something on the stage, or a shake. */
export interface Chosen {
  kind:
    | "part"
    | "bone"
    | "pin"
    | "reach"
    | "dial"
    | "knead"
    | "form"
    | "body"
    | "stand"
    | "thing"
    | "shake"
    | "reference"
    | "expression"
    | "kept"
    | "placed"
    | "sound"
    | "cue";
  /** Id of the puppet on the stage, for things of it. */
  owner?: string;
  thing: string;
}

/** How a take is kept. */
export interface TakeSettings {
  tolerance: number;
  smoothFrames: number;
  latencyFrames: number;
}

/** A take with what became of it. */
export interface KeptTake {
  wish: Extract<Wish, { kind: "keepTake" }>;
  /** The film's number once it was kept. */
  seq: number;
  answer: AnswerTo<"take">;
}

/** A stretch of frames of somebody who speaks. */
export interface Spoken {
  owner: string;
  from: number;
  to: number;
}

export type RigTool = "choose" | "pin" | "bone" | "limb" | "knead" | "weights" | "try";

/** The brush of the rig bench. */
export interface BrushState {
  radius: number;
  strength: number;
  softness: number;
  kind: KneadBrush;
  /** The knead, or the bone whose weights, it works on. */
  works: string;
  /** The weight it paints towards. */
  target: number;
}
/** From how near a picture is looked at. */
export interface Nearness {
  /** 1 for all of it, as large as there is room. */
  zoom: number;
  /** How far its middle lies from the room's, screen px. */
  x: number;
  y: number;
}

export const fitted: Nearness = { zoom: 1, x: 0, y: 0 };

/** Ways of looking at a pose that are never printed. */
export type Way = "sharp" | "alone" | "silhouette" | "mirrored" | "grey";

/** What was copied, and whether it leaves its place when it is pasted. */
export interface Clip {
  kind: "parts" | "thing" | "keys";
  /** Of parts the puppet, of a thing and of keys the shot. */
  from: string;
  things: string[];
  /** The keys, where it is keys. */
  beads?: Beads[];
  cut: boolean;
}

/** The frames between the strip's ends, whole or not. */
export interface StripView {
  from: number;
  to: number;
}

/** Keys that are chosen on the strip: of one owner in one shot, by the rows that have them. */
export interface BeadChoice {
  shot: string;
  owner: string;
  rows: ReadonlyMap<string, ChosenRow>;
}

export interface ChosenRow {
  addresses: Address[];
  frames: ReadonlySet<number>;
}

/** Where a right-click menu stands, screen px, and of what: something chosen, or the picture itself. */
export interface MenuPlace {
  x: number;
  y: number;
  about: "chosen" | "picture" | "keys" | "gap";
}

export type Side = "list" | "card" | "strip";

export type Quality = 1 | 0.5 | 0.25;
export type Speed = 1 | 0.5 | 0.25;

/** Poses round the one that is shown, faintly. */
export interface GhostSettings {
  on: boolean;
  /** How many. */
  before: number;
  after: number;
  by: "frames" | "poses";
  /** Frames from one to the next. */
  every: number;
  as: "pictures" | "outlines";
  /** Of all puppets, not only of the one that is acted. */
  all: boolean;
  /** How much of the picture the nearest lets through it hides, %. */
  strength: number;
  /** What those before and after are tinted with. */
  inkBefore: Label;
  inkAfter: Label;
}

/** How a puppet blinks. */
export interface BlinkSettings {
  /** What closes its eyes. */
  lids: string[];
  /** Frames. */
  close: number;
  hold: number;
  open: number;
  /** What moves its brows along; "" for nothing. */
  brow: string;
  browBy: number;
  /** Seconds from one to the next, about. */
  every: number;
  seed: number;
}

/** How a kept pose or action is used. */
export interface UsingKept {
  /** % */
  strength: number;
  mirror: Mirror | null;
  /** Added to what is there. */
  onTop: boolean;
  /** Kept controls that take no part. */
  without: string[];
}

/** The path of what is chosen through the picture. */
export interface ArcSettings {
  on: boolean;
  /** Frames of it. */
  before: number;
  after: number;
}

export interface State {
  filmId: string | null;
  /** The film's structure as last acknowledged. */
  film: Film | null;
  /** The core in the browser has the film: what can wait waits for that. */
  atHand: boolean;
  seq: number;
  undo: string | null;
  redo: string | null;
  kept: "kept" | "keeping" | "lost";
  /** Where the last pose was keyed, when another frame's drawing stood where it was made. */
  keyedAt: number | null;
  place: Place;
  shotId: string | null;
  puppetId: string | null;
  castId: string | null;
  frame: number;
  chosen: Chosen | null;
  /** Parts, or in Act controls, chosen besides the chosen one. */
  also: string[];
  /** Parts whose riders are folded away in the list. */
  folded: string[];
  /** What the part list is narrowed to: a piece of a name, or a label. */
  filter: string;
  /** The list also shows what is tucked away. */
  showTucked: boolean;
  tool: RigTool;
  brush: BrushState;
  /** A goal dragged out of reach takes the whole body along. */
  wholeBody: boolean;
  /** What becomes of the other side while one is dragged. */
  otherSide: OtherSide;
  /** Weight and plumb line are shown also while nothing is dragged. */
  balance: boolean;
  /** Width to height of the room that a puppet on the bench has. */
  benchAspect: number;
  /** From how near the picture is looked at, through the lens and on the benches. */
  nearness: { stage: Nearness; bench: Nearness };
  ghosts: GhostSettings;
  /** Whatever is changed in Act keys the whole pose with it. */
  keyWhole: boolean;
  /** In Act poses are shown held until the next. */
  blocking: boolean;
  /** Show what lies past the frame's edges. */
  beyond: boolean;
  /** Ways of looking that are switched on, and those whose key is held. */
  ways: ReadonlySet<Way>;
  heldWays: ReadonlySet<Way>;
  /** A picture of the stage is on its way. */
  painting: boolean;
  /** The key by which the picture is taken hold of is down. */
  panning: boolean;
  /** What is folded away beside the picture. */
  foldedAway: ReadonlySet<Side>;
  keepSize: boolean;
  quality: Quality;
  /** Of the film's own speed. */
  speed: Speed;
  /** Playing ends at the last frame instead of beginning again. */
  once: boolean;
  playing: boolean;
  /** Frames a second that playback reached lately; null while it stands. */
  reached: number | null;
  /** Frames that playback has ready. */
  ready: ReadonlySet<number>;
  /** Rises whenever what the engine shows has changed, provisionally or for good. */
  revision: number;
  /** Rises with every edit that is only shown, while a value is dragged. */
  previews: number;
  /** Rises with every edit that was made, and with every film that is opened. */
  edits: number;
  /** Which of them last changed what. */
  since: Since;
  gripping: Grip | null;
  /** The saw blade is being dragged along the ruler. */
  scrubbing: boolean;
  finderOpen: boolean;
  shortcutsOpen: boolean;
  /** The page of all films stands in the place of the benches. */
  filmsOpen: boolean;
  /** "chosen" until the menu has found where what is chosen stands. */
  menu: MenuPlace | "chosen" | null;
  clip: Clip | null;
  beads: BeadChoice | null;
  /** The chart that was copied. */
  chart: Gap | null;
  /** The frames that the strip shows; null for all of the shot. */
  stripView: StripView | null;
  /** Things whose values have rows of their own on the strip. */
  openRows: string[];
  /** The strip shows the rows of what is chosen alone. */
  onlyChosen: boolean;
  /** The strip shows the values of what is chosen over time. */
  graph: boolean;
  /** The graph shows how fast they change. */
  graphSpeed: boolean;
  arcs: ArcSettings;
  /** The version of the shot that is looked at in the place of what it is now. */
  aside: string | null;
  /** What is on the strip is heard. */
  hear: boolean;
  /** A drag performs a live take. */
  armed: boolean;
  /** Where readings of a face come from. */
  device: "none" | "file" | "live";
  /** A take is under way. */
  taking: boolean;
  /** The take that was kept last, until something else is done. */
  take: KeptTake | null;
  takeSettings: TakeSettings;
  /** The frames that a mouth is chosen for. */
  spoken: Spoken | null;
  /** How what is kept is put on or placed. */
  using: UsingKept;
  /** By the puppet that blinks. */
  blinks: Record<string, BlinkSettings>;
  /** The version that was last looked at. */
  compared: string | null;
  /** References are seen; while their key is held the other way about. */
  references: boolean;
  referencesHeld: boolean;
  /** What comes after a card goes along when it is dragged. */
  restFollows: boolean;
  /** Snags also tell of what moves in step. */
  askInStep: boolean;
  snagsOpen: boolean;
  prints: PrintLine[];
  /** The art file on its way in, and the part of it that is read. */
  reading: { file: string; part: number } | null;
  /** Art that came in for a puppet that is there already, until the animator has said what to do. */
  redrawn: { puppet: string; file: File } | null;
  /** How far copies of parts lie from what they were made of, px. */
  copyStep: Point;
  /** What became of an art file, until it is read. */
  report: { file: string; art: ArtReport } | null;
}

export const useStore = create<State>(() => ({
  filmId: null,
  film: null,
  atHand: false,
  seq: 0,
  undo: null,
  redo: null,
  kept: "kept",
  keyedAt: null,
  place: "act",
  shotId: null,
  puppetId: null,
  castId: null,
  frame: 1,
  chosen: null,
  also: [],
  folded: [
    words.mouths,
    words.faceDevice,
    words.facePad,
    words.blinks,
    words.liveTake,
    words.savedCharts,
    words.loopsAndLimits,
    words.frameSteps,
    words.layers,
  ],
  filter: "",
  showTucked: false,
  tool: "choose",
  brush: { radius: 60, strength: 1, softness: 1, kind: "Push", works: "", target: 1 },
  wholeBody: false,
  otherSide: "Stays",
  balance: false,
  benchAspect: 16 / 9,
  nearness: { stage: fitted, bench: fitted },
  ghosts: {
    on: false,
    before: 2,
    after: 2,
    by: "frames",
    every: 3,
    as: "pictures",
    all: false,
    strength: 55,
    inkBefore: "Blade",
    inkAfter: "Petrol",
  },
  keyWhole: false,
  blocking: false,
  beyond: false,
  ways: new Set<Way>(),
  heldWays: new Set<Way>(),
  painting: false,
  panning: false,
  foldedAway: new Set<Side>(),
  keepSize: true,
  quality: 1,
  speed: 1,
  once: false,
  playing: false,
  reached: null,
  ready: new Set<number>(),
  revision: 0,
  previews: 0,
  edits: 0,
  since: untouched,
  gripping: null,
  scrubbing: false,
  hear: true,
  armed: false,
  device: "none",
  taking: false,
  take: null,
  takeSettings: { tolerance: 1, smoothFrames: 1, latencyFrames: 2 },
  spoken: null,
  finderOpen: false,
  shortcutsOpen: false,
  filmsOpen: false,
  menu: null,
  clip: null,
  beads: null,
  chart: null,
  stripView: null,
  openRows: [],
  onlyChosen: false,
  graph: false,
  graphSpeed: false,
  arcs: { on: false, before: 24, after: 24 },
  aside: null,
  using: { strength: 100, mirror: null, onTop: false, without: [] },
  blinks: {},
  compared: null,
  references: true,
  referencesHeld: false,
  restFollows: false,
  askInStep: false,
  snagsOpen: false,
  prints: [],
  reading: null,
  redrawn: null,
  copyStep: { x: 24, y: 24 },
  report: null,
}));

export const get = useStore.getState;
export const set = useStore.setState;

/** What the engine shows has changed: the picture and what stands on it is asked for again. */
export const touch = () => set((state) => ({ revision: state.revision + 1 }));

/** An edit is shown that is not made, or is shown no more: rows and charts are asked for again too. */
export const touchPreview = () => set((state) => ({ revision: state.revision + 1, previews: state.previews + 1 }));
