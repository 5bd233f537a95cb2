import { engine } from "../engine/engine";
import { togglePlay } from "../playing/play";
import { chooseShot, tell } from "../state/film";
import { isBlocking, shotOf } from "../state/select";
import { get, type Place, places, type Speed, set, touch } from "../state/store";
import { ownerHere } from "../strip/beads";
import { stripQuestion } from "../strip/question";
import { words } from "../words/commands";
import type { Command } from "./command";

export const placeNames: Record<Place, string> = {
  parts: words.parts,
  rig: words.rig,
  act: words.act,
  scenery: words.scenery,
  camera: words.camera,
  finish: words.finish,
};

export function goTo(frame: number): void {
  const length = shotOf(get())?.length ?? 1;
  set({ frame: Math.min(length, Math.max(1, Math.round(frame))) });
}

/** The cards of what this place keys, and the frames at which only a few of its keys stand. */
async function cardFrames(): Promise<number[]> {
  const [shot, owner] = [get().shotId, ownerHere()];
  if (shot === null || owner === null) return [];
  const answer = await engine.ask(stripQuestion(shot, owner)).catch(tell);
  return answer?.strip?.cards.map((card) => card.frame) ?? [];
}

/** While poses are flipped through held, the first comes after the last again. */
async function flip(
  find: (frames: number[], now: number) => number | undefined,
  round: (frames: number[]) => number | undefined,
) {
  const [frames, now] = [await cardFrames(), get().frame];
  goTo(find(frames, now) ?? (isBlocking(get()) ? round(frames) : undefined) ?? now);
}

export const nextCard = () =>
  flip(
    (frames, now) => frames.find((frame) => frame > now),
    (frames) => frames[0],
  );
export const lastCard = () =>
  flip(
    (frames, now) => frames.findLast((frame) => frame < now),
    (frames) => frames.at(-1),
  );

export function go(place: Place): void {
  set({ filmsOpen: false });
  if (get().place === place) return;
  void engine.stopTrying().then(touch);
  set({ place, tool: "choose", chosen: null, also: [], playing: false, scrubbing: false, frame: get().frame });
}

/** The shot that comes so many after this one, if there is one. */
const shotAfter = (by: number) => {
  const { film, shotId } = get();
  return film?.shots[film.shots.findIndex((shot) => shot.id === shotId) + by];
};

const toShot = (by: number) => {
  const shot = shotAfter(by);
  if (shot) void chooseShot(shot.id);
};

const slower: Record<Speed, Speed> = { 1: 0.5, 0.5: 0.25, 0.25: 1 };

const timed = { places: ["act", "scenery", "camera", "finish"] } as const;

/** From place to place, shot to shot and frame to frame. */
export const going: Command[] = [
  ...places.map((place, i) => ({
    id: `go-${place}`,
    name: words.goTo(placeNames[place]),
    keys: String(i + 1),
    run: () => go(place),
  })),
  { id: "play", name: words.playOrStop, keys: "space", ...timed, run: togglePlay },
  {
    id: "play-speed",
    name: words.playbackSpeed,
    ...timed,
    run: () => set({ speed: slower[get().speed] }),
  },
  {
    id: "play-once",
    name: words.playOnce,
    on: (state) => state.once,
    ...timed,
    run: () => set({ once: !get().once }),
  },
  { id: "frame-back", name: words.previousFrame, keys: "comma", ...timed, run: () => goTo(get().frame - 1) },
  { id: "frame-on", name: words.nextFrame, keys: "period", ...timed, run: () => goTo(get().frame + 1) },
  { id: "card-before", name: words.previousCard, keys: "shift+comma", ...timed, run: () => void lastCard() },
  { id: "card-after", name: words.nextCard, keys: "shift+period", ...timed, run: () => void nextCard() },
  { id: "first-frame", name: words.firstFrame, keys: "home", ...timed, run: () => goTo(1) },
  { id: "last-frame", name: words.lastFrame, keys: "end", ...timed, run: () => goTo(Number.MAX_SAFE_INTEGER) },
  {
    id: "shot-before",
    name: words.previousShot,
    keys: "pageup",
    lacks: () => (shotAfter(-1) ? null : words.lacksShotBefore),
    run: () => toShot(-1),
  },
  {
    id: "shot-after",
    name: words.nextShot,
    keys: "pagedown",
    lacks: () => (shotAfter(1) ? null : words.lacksShotAfter),
    run: () => toShot(1),
  },
];
