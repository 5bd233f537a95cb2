import type { Drawing, Film } from "../api/types";
import { engine } from "./engine";

/** Drawings by id, for painters. They never change, so one that was read is never asked for again. */
const known = new Map<string, Promise<Drawing>>();

/**
 * The film's structure out of its text: all of it but the art, which is kept here. Reading it on this side takes
 * milliseconds; asking the core to write it out again takes a second on a slow machine.
 */
export function readFilm(text: string): Film {
  const film = JSON.parse(text) as Film;
  for (const drawing of film.drawings) known.set(drawing.id, Promise.resolve(drawing));
  return { ...film, drawings: film.drawings.map((drawing) => ({ ...drawing, shapes: [], outline: [] })) };
}

/** A drawing that has left the film. */
export const forget = (id: string) => known.delete(id);

/** @param index of the drawing in the film that is open in the engine. */
export function drawingOf(id: string, index: number): Promise<Drawing> {
  let drawing = known.get(id);
  if (drawing === undefined) {
    drawing = engine.drawing(index);
    known.set(id, drawing);
    drawing.catch(() => known.delete(id));
  }
  return drawing;
}
