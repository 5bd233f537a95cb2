import { engine } from "../engine/engine";
import type { Look } from "../engine/look";
import { paint } from "../painting/picture";
import { viewOf } from "../state/select";
import { lastEditIn, lastEditOf } from "../state/since";
import { type GhostSettings, get, type State } from "../state/store";
import { stripQuestion } from "../strip/question";
import { type Ghost, ghostFrames } from "./ghostFrames";
import { lookNow, onSettled } from "./screen";

/** So many pictures are kept: those of some steps along the strip. */
const MostKept = 40;

/** How thick outlines are, painted px, and in so many directions they are laid on. */
const Line = 1.5;
const Round = 8;

export interface GhostCanvas {
  context: CanvasRenderingContext2D;
  tints: Record<Ghost["side"], string>;
}

let canvas: GhostCanvas | null = null;
const kept = new Map<string, ImageBitmap>();
let turn = 0;

/** Where ghosts are drawn; null when the stage is gone. */
export function ghostsOn(on: GhostCanvas | null): void {
  canvas = on;
  void drawGhosts();
}

export const areSeen = ({ ghosts, place, playing }: Pick<State, "ghosts" | "place" | "playing">) =>
  ghosts.on && place === "act" && !playing;

/** Draws the ghosts of the frame that the stage shows, as soon as their pictures are there. */
export async function drawGhosts(): Promise<void> {
  turn++;
  const [mine, on, state, look] = [turn, canvas, get(), lookNow()];
  if (on === null) return;
  if (!areSeen(state) || look === null || state.shotId === null || state.castId === null) return clear(on);
  const { ghosts, frame, shotId, castId, film } = state;
  const length = film?.shots.find((shot) => shot.id === shotId)?.length ?? 1;
  const poses = ghosts.by === "poses" ? await posesOf(shotId, castId) : [];
  const alone: Look = { ...look, sharp: true, only: ghosts.all ? null : castId, rest: "Left", references: false };
  const pictures: { ghost: Ghost | null; picture: ImageBitmap }[] = [];
  for (const ghost of [...ghostFrames(ghosts, frame, length, poses), null]) {
    const picture = await pictureOf(ghost?.frame ?? frame, alone);
    if (mine !== turn || picture === null) return;
    pictures.push({ ghost, picture });
  }
  clear(on, look);
  for (const { ghost, picture } of pictures)
    if (ghost !== null) draw(on, picture, ghost, ghosts);
    else {
      // The pose itself stands before its ghosts.
      on.context.globalCompositeOperation = "destination-out";
      on.context.drawImage(picture, 0, 0);
      on.context.globalCompositeOperation = "source-over";
    }
}

let lastPoses: { of: string; frames: number[] } = { of: "", frames: [] };

/** The frames of an owner's cards; asked for again only when they may be others. */
async function posesOf(shot: string, owner: string): Promise<number[]> {
  const { filmId, since } = get();
  const of = JSON.stringify([filmId, shot, owner, lastEditOf(since, shot, owner)]);
  if (lastPoses.of !== of) {
    const answer = await engine.ask(stripQuestion(shot, owner)).catch(() => null);
    if (!answer?.strip) return [];
    lastPoses = { of, frames: answer.strip.cards.filter((card) => card.full).map((card) => card.frame) };
  }
  return lastPoses.frames;
}

function clear({ context }: GhostCanvas, look?: Look): void {
  const { canvas: element } = context;
  if (look && (element.width !== look.width || element.height !== look.height))
    [element.width, element.height] = [look.width, look.height];
  context.clearRect(0, 0, element.width, element.height);
}

async function pictureOf(frame: number, look: Look): Promise<ImageBitmap | null> {
  const state = get();
  const view = viewOf(state);
  if (view === null) return null;
  const key = JSON.stringify([view, look, frame, state.filmId, lastEditIn(state.since, state.shotId ?? "")]);
  const known = kept.get(key);
  const picture = known ?? (await paint(view, frame, look).catch(() => null));
  if (picture === null) return null;
  kept.delete(key);
  kept.set(key, picture);
  for (const [old, other] of kept) {
    if (kept.size <= MostKept) break;
    kept.delete(old);
    other.close();
  }
  return picture;
}

/** Tinted by its side, fading with its distance; as an outline what lies inside goes again. */
function draw({ context, tints }: GhostCanvas, picture: ImageBitmap, ghost: Ghost, settings: GhostSettings): void {
  const asOutline = settings.as === "outlines";
  const { width, height } = picture;
  const sheet = new OffscreenCanvas(width, height);
  const own = sheet.getContext("2d");
  if (own === null) return;
  if (asOutline)
    for (let i = 0; i < Round; i++)
      own.drawImage(picture, Line * Math.cos((2 * Math.PI * i) / Round), Line * Math.sin((2 * Math.PI * i) / Round));
  else own.drawImage(picture, 0, 0);
  own.globalCompositeOperation = "source-atop";
  own.globalAlpha = asOutline ? 1 : 0.6;
  own.fillStyle = tints[ghost.side];
  own.fillRect(0, 0, width, height);
  own.globalAlpha = 1;
  if (asOutline) {
    own.globalCompositeOperation = "destination-out";
    // As often as it was laid on, so that of something soft nothing is left either.
    for (let i = 0; i < Round; i++) own.drawImage(picture, 0, 0);
  }
  // An outline has to be seen on the picture's own lines: it is as strong as it can be at the usual setting.
  context.globalAlpha = Math.min(1, (settings.strength / (asOutline ? 55 : 100)) * ghost.strength);
  context.drawImage(sheet, 0, 0);
  context.globalAlpha = 1;
}

onSettled(() => void drawGhosts());
