import { api, drawList } from "../api/client";
import type { AnswerTo, Dragged, Edit, FilmChange, Gesture, Point, Question, View, Wish } from "../api/types";
import type { Look } from "./look";

/**
 * The core on the server, in the worker's place while that starts and reads the film: it looks, it drags, and it says what an edit changed.
 * A drag there is the gesture and where the pointer is, sent with every question.
 */
export class StandIn {
  /** A drag under way. */
  dragged: Dragged | null = null;

  constructor(private readonly filmId: string) {}

  /** What brushes or only tries goes by more than where the pointer is, and waits for the worker. */
  static takes = (gesture: Gesture) => !gesture.trying && !gesture.brush;

  begin(gesture: Gesture): void {
    this.dragged = { gesture, to: gesture.from };
  }

  move(to: Point): void {
    if (this.dragged !== null) this.dragged = { ...this.dragged, to };
  }

  /** Where the drag stands; it is over here. */
  take(): Dragged | null {
    const dragged = this.dragged;
    this.dragged = null;
    return dragged;
  }

  /** The edit that the drag makes; null when it makes none. */
  async end(): Promise<Edit | null> {
    const dragged = this.take();
    return dragged === null ? null : ((await api.drag(this.filmId, dragged)) ?? null);
  }

  workOut = (wish: Wish): Promise<Edit> => api.workOut(this.filmId, wish);

  changeBy = (edit: number): Promise<FilmChange> => api.changeBy(this.filmId, edit);

  frame(view: View, frame: number, look: Look): Promise<Uint8Array> {
    return drawList(this.filmId, view, frame, look, this.dragged);
  }

  async ask<Q extends Question>(question: Q): Promise<AnswerTo<Q["kind"]>> {
    const answer = this.dragged
      ? await api.askDragged(this.filmId, this.dragged, question)
      : await api.ask(this.filmId, question);
    return answer as AnswerTo<Q["kind"]>;
  }
}
