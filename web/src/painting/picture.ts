import type { View } from "../api/types";
import { engine } from "../engine/engine";
import { type Look, whole } from "../engine/look";
import { get } from "../state/store";
import { Painter } from "./painter";

/** The page's one painter, which starts while the film is still on its way. */
const painter = new Painter();

/** A list, and a number for what it shows: the same list of the same drawings, the same picture. */
export interface Listed {
  list: Uint8Array;
  mark: number;
}

export async function listFrame(view: View, frame: number, look: Look, draft = false): Promise<Listed> {
  const list = await engine.frame(view, frame, look, draft);
  return { list, mark: (markOf(list) ^ drawings().mark) >>> 0 };
}

/** @param list given away. */
export const paintList = (list: Uint8Array): Promise<ImageBitmap> => painter.paint(list, drawings().ids);

/** One frame; the core writes the next list while this one is painted. */
export const paint = async (view: View, frame: number, look: Look, draft = false): Promise<ImageBitmap> =>
  paintList((await listFrame(view, frame, look, draft)).list);

/** A frame's picture as RGBA rows, painted at a size of its own. */
export const pixels = async (view: View, frame: number, width: number, height: number): Promise<Uint8ClampedArray> =>
  pixelsOf((await listFrame(view, frame, whole(width, height))).list);

/** A list's picture as RGBA rows. */
export async function pixelsOf(list: Uint8Array): Promise<Uint8ClampedArray> {
  const picture = await paintList(list);
  const { width, height } = picture;
  const context = new OffscreenCanvas(width, height).getContext("2d") as OffscreenCanvasRenderingContext2D;
  context.drawImage(picture, 0, 0);
  picture.close();
  return context.getImageData(0, 0, width, height).data;
}

/** FNV-1a over a list's words (Fowler, Noll and Vo; RFC 9923). */
export function markOf(list: Uint8Array): number {
  const words = new Uint32Array(list.buffer, list.byteOffset, list.byteLength >> 2);
  let mark = 0x811c9dc5;
  for (let i = 0; i < words.length; i++) mark = Math.imul(mark ^ (words[i] ?? 0), 0x01000193);
  return mark >>> 0;
}

interface Drawings {
  film: unknown;
  ids: string[];
  mark: number;
}

let known: Drawings = { film: null, ids: [], mark: 0 };

/** The film's drawings, by which a list's indices are understood: the same object's ids as long as they are the same ones. */
function drawings(): Drawings {
  const { film } = get();
  if (film === known.film) return known;
  const ids = film?.drawings.map((drawing) => drawing.id) ?? [];
  const same = ids.length === known.ids.length && ids.every((id, i) => id === known.ids[i]);
  known = same ? { ...known, film } : { film, ids, mark: markOf(padded(ids.join("\n"))) };
  return known;
}

/** Text as whole words. */
function padded(text: string): Uint8Array {
  const bytes = new Uint8Array(4 * Math.ceil((3 * text.length) / 4));
  new TextEncoder().encodeInto(text, bytes);
  return bytes;
}
