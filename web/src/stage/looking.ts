import type { Look } from "../engine/look";
import type { Nearness, State, Way } from "../state/store";

/** A part of the room that the stage has, screen px. */
export interface Rect {
  left: number;
  top: number;
  width: number;
  height: number;
}

const LeastZoom = 0.2;
const MostZoom = 64;

/** All of a picture, as large as the room allows. */
export function wholeIn(room: Rect, aspect: number): Rect {
  const width = Math.max(32, Math.floor(Math.min(room.width, room.height * aspect)));
  const height = Math.max(18, Math.round(width / aspect));
  return {
    left: room.left + (room.width - width) / 2,
    top: room.top + (room.height - height) / 2,
    width,
    height,
  };
}

/** Where the whole picture lies when it is looked at from so near. */
export function placed(whole: Rect, { zoom, x, y }: Nearness): Rect {
  const [width, height] = [whole.width * zoom, whole.height * zoom];
  return {
    left: whole.left + (whole.width - width) / 2 + x,
    top: whole.top + (whole.height - height) / 2 + y,
    width,
    height,
  };
}

/** What of it is painted: what is seen, or with what lies past its edges all the room. */
export function seenOf(picture: Rect, room: Rect, beyond: boolean): Rect {
  if (beyond) return room;
  const left = Math.max(picture.left, room.left);
  const top = Math.max(picture.top, room.top);
  const right = Math.min(picture.left + picture.width, room.left + room.width);
  const bottom = Math.min(picture.top + picture.height, room.top + room.height);
  return { left, top, width: Math.max(1, right - left), height: Math.max(1, bottom - top) };
}

/** The same in painted pixels, for the core: a canvas as large as what is seen, and how the picture lies on it. */
export function lookOf(picture: Rect, seen: Rect, aspect: number, ratio: number, beyond: boolean): Look {
  const [width, height] = [Math.round(seen.width * ratio), Math.round(seen.height * ratio)];
  return {
    width,
    height,
    zoom: (picture.width * ratio) / Math.min(width, height * aspect),
    x: (picture.left + picture.width / 2 - seen.left - seen.width / 2) * ratio,
    y: (picture.top + picture.height / 2 - seen.top - seen.height / 2) * ratio,
    beyond,
  };
}

/** Nearer or farther, with the place under the pointer staying under it; the pointer from the room's middle. */
export function zoomed({ zoom, x, y }: Nearness, by: number, at: { x: number; y: number }): Nearness {
  const next = Math.min(MostZoom, Math.max(LeastZoom, zoom * by));
  const grows = next / zoom;
  return { zoom: next, x: at.x - (at.x - x) * grows, y: at.y - (at.y - y) * grows };
}

/** So near that a box of the whole picture fills most of the room; sides from 0 to 1 across the picture. */
export function nearTo(
  box: { left: number; top: number; right: number; bottom: number },
  whole: Rect,
  room: Rect,
): Nearness {
  const [width, height] = [(box.right - box.left) * whole.width, (box.bottom - box.top) * whole.height];
  const zoom = Math.min(
    MostZoom,
    Math.max(LeastZoom, 0.8 * Math.min(room.width / Math.max(1, width), room.height / Math.max(1, height))),
  );
  const middle = {
    x: ((box.left + box.right) / 2 - 0.5) * whole.width,
    y: ((box.top + box.bottom) / 2 - 0.5) * whole.height,
  };
  return { zoom, x: -middle.x * zoom, y: -middle.y * zoom };
}

/** Where an element that lies over the stage stands. */
export const px = ({ left, top, width, height }: Rect) => ({
  left: `${left}px`,
  top: `${top}px`,
  width: `${width}px`,
  height: `${height}px`,
});

/** The ways of looking that hold now: a switch, or its key, and both together cancel each other. */
export function waysNow({ ways, heldWays }: Pick<State, "ways" | "heldWays">): Set<Way> {
  return new Set([...ways, ...heldWays].filter((way) => ways.has(way) !== heldWays.has(way)));
}

/** What the core leaves out or dims for them; the rest the page does to the picture. */
export function withWays(look: Look, ways: ReadonlySet<Way>, only: string | null): Look {
  return {
    ...look,
    // A silhouette is for reading the pose.
    sharp: ways.has("sharp") || ways.has("silhouette"),
    only,
    rest: ways.has("silhouette") ? "Left" : ways.has("alone") ? "Dimmed" : "Shown",
  };
}

/** How the picture's element shows it. */
export function styleOf(ways: ReadonlySet<Way>): { filter?: string; transform?: string } {
  return {
    ...(ways.has("silhouette") ? { filter: "brightness(0)" } : ways.has("grey") ? { filter: "grayscale(1)" } : {}),
    ...(ways.has("mirrored") ? { transform: "scaleX(-1)" } : {}),
  };
}
