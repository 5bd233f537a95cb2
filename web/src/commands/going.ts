import { engine } from "../engine/engine";
import { togglePlay } from "../playing/play";
import { chooseShot, tell } from "../state/film";
import { isBlocking, shotOf } from "../state/select";
import { get, type Place, places, type Speed, set, touch } from "../state/store";
import { ownerHere } from "../strip/beads";
import { stripQuestion } from "../strip/question";
import type { Command } from "./command";

export const placeNames: Record<Place, string> = {
  parts: "Parts",
  rig: "Rig",
  act: "Act",
  scenery: "Scenery",
  camera: "Camera",
  finish: "Finish",
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
    name: `Go to ${placeNames[place]}`,
    keys: String(i + 1),
    run: () => go(place),
  })),
  { id: "play", name: "Play or stop", keys: "space", ...timed, run: togglePlay },
  {
    id: "play-speed",
    name: "Play as timed, half as fast, or a quarter as fast",
    ...timed,
    run: () => set({ speed: slower[get().speed] }),
  },
  { id: "play-once", name: "Play once, or round and round", ...timed, run: () => set({ once: !get().once }) },
  { id: "frame-back", name: "One frame back", keys: "comma", ...timed, run: () => goTo(get().frame - 1) },
  { id: "frame-on", name: "One frame on", keys: "period", ...timed, run: () => goTo(get().frame + 1) },
  { id: "card-before", name: "Card before", keys: "shift+comma", ...timed, run: () => void lastCard() },
  { id: "card-after", name: "Card after", keys: "shift+period", ...timed, run: () => void nextCard() },
  { id: "first-frame", name: "First frame", keys: "home", ...timed, run: () => goTo(1) },
  { id: "last-frame", name: "Last frame", keys: "end", ...timed, run: () => goTo(Number.MAX_SAFE_INTEGER) },
  {
    id: "shot-before",
    name: "Shot before",
    keys: "pageup",
    lacks: () => (shotAfter(-1) ? null : "this is the first shot"),
    run: () => toShot(-1),
  },
  {
    id: "shot-after",
    name: "Shot after",
    keys: "pagedown",
    lacks: () => (shotAfter(1) ? null : "this is the last shot"),
    run: () => toShot(1),
  },
];
