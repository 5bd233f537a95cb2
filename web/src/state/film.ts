import { closeSnackbar, enqueueSnackbar } from "notistack";
import { api, filmText, Problem } from "../api/client";
import { watchFilm } from "../api/live";
import type { Edit, FilmState, Wish } from "../api/types";
import { readFilm } from "../engine/drawings";
import { engine } from "../engine/engine";
import { get, set, touch } from "./store";

let stopWatching: () => void = () => undefined;

/** Everything that changes the film runs one after the other, so that edits reach the server in their order. */
let line: Promise<unknown> = Promise.resolve();

function inLine<T>(work: () => Promise<T>): Promise<T | undefined> {
  const done = line.then(work).catch(tell);
  line = done;
  return done as Promise<T | undefined>;
}

/** Says what went wrong. */
export function tell(problem: unknown): undefined {
  const message = problem instanceof Error ? problem.message : String(problem);
  if (problem instanceof Problem && problem.status === 0) set({ kept: "lost" });
  else set({ kept: "kept" });
  console.warn(message);
  closeSnackbar(message);
  enqueueSnackbar(message, { variant: "error", key: message });
  return undefined;
}

export async function openFilm(id: string): Promise<void> {
  stopWatching();
  const [state, { text, seq }] = await Promise.all([api.state(id), filmText(id)]);
  const opened = engine.open(id, text);
  const film = readFilm(text);
  const shot = film.shots[0] ?? null;
  set({
    filmId: id,
    film,
    ...stand(state),
    // An edit made between the two answers is missed by neither: what comes after this number is fetched.
    seq,
    shotId: shot?.id ?? null,
    castId: shot?.cast[0]?.id ?? null,
    puppetId: film.puppets[0]?.id ?? null,
    place: film.puppets.length === 0 ? "parts" : get().place,
    frame: 1,
    chosen: null,
    playing: false,
    kept: "kept",
    prints: [],
  });
  touch();
  await opened;
  set({ prints: await api.prints(id) });
  stopWatching = watchFilm(id, {
    changed: (changed) => changed.seq > get().seq && void inLine(catchUp),
    print: (print) =>
      set((now) => ({
        prints: now.prints.some((old) => old.id === print.id)
          ? now.prints.map((old) => (old.id === print.id ? print : old))
          : [print, ...now.prints],
      })),
    shelf: () => void (get().film?.puppets.some((puppet) => puppet.shelf != null) && inLine(catchUp)),
    reading: ({ file, part }) => get().reading?.file === file && set({ reading: { file, part } }),
    again: () => void inLine(catchUp),
  });
}

const stand = (state: FilmState) => ({ seq: state.seq, undo: state.undo ?? null, redo: state.redo ?? null });

/** Applies what was edited elsewhere: by the server, in another tab, by undo. */
async function catchUp(): Promise<void> {
  const id = get().filmId;
  if (id === null) return;
  const missed = await api.editsAfter(id, get().seq);
  if (missed.length === 0) {
    set({ kept: "kept" });
    return;
  }
  for (const { edit } of missed) await engine.apply(edit);
  await settle(await api.state(id), missed.at(-1)?.seq);
}

async function settle(state: FilmState, seq?: number): Promise<void> {
  const film = await engine.outline();
  const shot = film.shots.find((candidate) => candidate.id === get().shotId) ?? film.shots[0];
  const puppet = film.puppets.find((candidate) => candidate.id === get().puppetId) ?? film.puppets[0];
  const cast = shot?.cast.find((candidate) => candidate.id === get().castId) ?? shot?.cast[0];
  set((now) => ({
    film,
    ...stand(state),
    seq: seq ?? now.seq,
    shotId: shot?.id ?? null,
    puppetId: puppet?.id ?? null,
    castId: cast?.id ?? null,
    frame: Math.min(now.frame, shot?.length ?? 1),
    kept: "kept",
    edits: now.edits + 1,
  }));
  touch();
}

/** Makes an edit: it counts once the server has it on its disk. */
export function commit(edit: Edit | null): Promise<unknown> {
  return inLine(async () => {
    const id = get().filmId;
    if (edit === null || id === null) {
      await engine.cancel();
      touch();
      return;
    }
    set({ kept: "keeping" });
    try {
      const state = await send(id, edit);
      await engine.apply(edit);
      await settle(state, state.seq);
    } catch (problem) {
      await engine.cancel();
      touch();
      throw problem;
    }
  });
}

/** An edit made on an old state is sent again once the missed ones are in. */
async function send(id: string, edit: Edit): Promise<FilmState> {
  for (let tries = 0; ; tries++) {
    try {
      return await api.edit(id, get().seq, edit);
    } catch (problem) {
      if (!(problem instanceof Problem) || problem.status !== 409 || tries === 3) throw problem;
      await catchUp();
    }
  }
}

/** A wish becomes an edit in the core, then goes the way of edits. */
export const wish = async (wished: Wish) => {
  try {
    await commit(await engine.work(wished));
  } catch (problem) {
    tell(problem);
  }
};

/** Something the server does to the film by itself; its edits are fetched. */
export const onServer = <T>(work: (filmId: string) => Promise<T>): Promise<T | undefined> =>
  inLine(async () => {
    const id = get().filmId;
    if (id === null) return undefined as T;
    set({ kept: "keeping" });
    const result = await work(id);
    await catchUp();
    return result;
  });

/** Sends a file to the server and shows how far it has come. */
export async function reading<T>(file: File, work: () => Promise<T>): Promise<T> {
  set({ reading: { file: file.name, part: 0 } });
  try {
    return await work();
  } finally {
    set({ reading: null });
  }
}

export const undo = () => onServer((id) => api.undo(id));
export const redo = () => onServer((id) => api.redo(id));
