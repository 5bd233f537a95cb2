import { closeSnackbar, enqueueSnackbar } from "notistack";
import { api, openingText, Problem, shotText } from "../api/client";
import { watchFilm } from "../api/live";
import type { Edit, FilmChange, FilmState, Made, Shot, Wish } from "../api/types";
import { forget, readFilm } from "../engine/drawings";
import { engine } from "../engine/engine";
import { followBeads } from "../strip/beads";
import { keepBeads } from "../strip/keepBeads";
import { words } from "../words/film";
import { changed } from "./change";
import { keyedAt } from "./keyedAt";
import { placeIn } from "./remember";
import { castsOf, firstCast, isBlocking } from "./select";
import { noted, untouched } from "./since";
import { get, set, touch, touchPreview } from "./store";

let stopWatching: () => void = () => undefined;

/** Everything that changes the film runs one after the other, so that edits reach the server in their order. */
let line: Promise<unknown> = Promise.resolve();

function inLine<T>(work: () => Promise<T>): Promise<T | undefined> {
  const done = line.then(work).catch(tell);
  line = done;
  return done as Promise<T | undefined>;
}

/** When all that was done so far is done, in the core too. */
export const settled = (): Promise<unknown> => line;

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

/** No film is open, and nothing that was done is on its way. */
export async function closeFilm(): Promise<void> {
  await settled();
  stopWatching();
}

export async function openFilm(id: string): Promise<void> {
  stopWatching();
  const was = placeIn(id);
  const [state, { text, seq }] = await Promise.all([api.state(id), openingText(id, was.shotId ?? null)]);
  const opened = engine.open(id, text);
  const film = readFilm(text);
  const shot = film.shots.find((one) => one.id === was.shotId) ?? film.shots[0] ?? null;
  unread = new Set(film.shots.filter((one) => one !== shot).map((one) => one.id));
  const puppet = film.puppets.find((one) => one.id === was.puppetId) ?? film.puppets[0];
  set({
    filmId: id,
    film,
    atHand: false,
    ...stand(state),
    // An edit made between the two answers is missed by neither: what comes after this number is fetched.
    seq,
    shotId: shot?.id ?? null,
    castId: castsOf(shot).find((one) => one.id === was.castId)?.id ?? firstCast(shot),
    puppetId: puppet?.id ?? null,
    place: film.puppets.length === 0 ? "parts" : (was.place ?? get().place),
    frame: Math.min(shot?.length ?? 1, was.frame ?? firstSeen(shot, was.shotId != null)),
    chosen: null,
    playing: false,
    kept: "kept",
    prints: [],
    edits: get().edits + 1,
    since: { ...untouched, all: get().edits + 1 },
  });
  touch();
  stopWatching = watchFilm(id, {
    // In line, so that an edit on its way from here is known by then and not fetched.
    changed: ({ seq }) => void inLine(async () => seq > get().seq && (await catchUp())),
    print: (print) =>
      set((now) => ({
        prints: now.prints.some((old) => old.id === print.id)
          ? now.prints.map((old) => (old.id === print.id ? print : old))
          : [print, ...now.prints],
      })),
    shelf: () => void (get().film?.puppets.some((puppet) => puppet.shelf != null) && inLine(catchUp)),
    reading: ({ file, part }) => get().reading?.file === file && set({ reading: { file, part } }),
    // What was edited before the watch began is told by nobody else.
    again: () => void inLine(catchUp),
  });
  await opened;
  if (get().filmId === id) set({ atHand: true });
  set({ prints: await api.prints(id) });
}

/** Whoever opens a film for the first time begins in the middle of its shot, where somebody is in the picture already. */
const firstSeen = (shot: Shot | null, known: boolean) =>
  shot === null || known || castsOf(shot).length === 0 ? 1 : Math.ceil(shot.length / 2);

/** Shots that are open without their keys, which are fetched when they are first looked at. */
let unread = new Set<string>();

/** Goes to another shot. */
export async function chooseShot(id: string): Promise<void> {
  if (unread.has(id)) await inLine(() => readShot(id));
  const shot = get().film?.shots.find((one) => one.id === id) ?? null;
  if (shot === null || unread.has(id)) return;
  set({ shotId: id, frame: 1, castId: firstCast(shot), chosen: null });
}

/** The shot as it is after the same edits as the film here: what was edited meanwhile is fetched first. */
async function readShot(shot: string): Promise<void> {
  const id = get().filmId;
  if (id === null) return;
  for (;;) {
    const { text, seq } = await shotText(id, shot);
    if (seq === get().seq) {
      await engine.readShot(text);
      unread.delete(shot);
      return;
    }
    await catchUp();
  }
}

const stand = (state: FilmState) => ({ seq: state.seq, undo: state.undo ?? null, redo: state.redo ?? null });

/** Applies what was edited elsewhere: by the server, in another tab. */
async function catchUp(): Promise<void> {
  const id = get().filmId;
  if (id !== null) await take(await api.editsAfter(id, get().seq));
}

/** Applies edits that are not yet applied here, fetches those that did not come along, and says where the film stands. */
async function take({ state, edits }: Made): Promise<void> {
  for (const { seq, edit } of edits) {
    if (seq > get().seq) await settle(edit, { ...state, seq });
  }
  const last = edits.at(-1);
  if (last !== undefined && last.seq < state.seq) return catchUp();
  set({ ...stand(state), kept: "kept" });
}

/** Shots that an edit fills from one whose keys are not here: they are fetched when they are looked at. */
const filledUnread = (edit: Edit): string[] =>
  edit.kind === "together"
    ? edit.edits.flatMap(filledUnread)
    : edit.kind === "copyShot" && unread.has(edit.shotId)
      ? [edit.copyId]
      : edit.kind === "copyThing" && edit.toShot !== edit.shotId && unread.has(edit.shotId)
        ? [edit.toShot]
        : edit.kind === "copyKeys" && edit.toShot && edit.toShot !== edit.shotId && unread.has(edit.shotId)
          ? [edit.toShot]
          : [];

/** Applies one edit in the core and what it changed on the page. */
async function settle(edit: Edit, state: FilmState): Promise<FilmChange | null> {
  const change = await engine.apply(edit, state.seq);
  for (const filled of filledUnread(edit)) {
    unread.add(filled);
    if (filled === get().shotId) void inLine(() => readShot(filled).then(touch));
  }
  const now = get().film;
  if (now === null) return null;
  for (const drawing of change.drawings?.gone ?? []) forget(drawing);
  const film = changed(now, change);
  const shot =
    film.shots.find((candidate) => candidate.id === get().shotId) ?? film.shots.find((one) => !unread.has(one.id));
  const puppet = film.puppets.find((candidate) => candidate.id === get().puppetId) ?? film.puppets[0];
  const cast = shot?.things.find((candidate) => candidate.id === get().castId)?.id ?? firstCast(shot);
  set((before) => ({
    film,
    ...stand(state),
    shotId: shot?.id ?? null,
    puppetId: puppet?.id ?? null,
    castId: cast,
    frame: Math.min(before.frame, shot?.length ?? 1),
    kept: "kept",
    // In the same step, so that the page renders once.
    revision: before.revision + 1,
    edits: before.edits + 1,
    since: noted(before.since, change, film, before.edits + 1),
    keyedAt: null,
  }));
  return change;
}

/** With the whole pose as it stands, where every change is to key it. */
async function withPose(edit: Edit): Promise<Edit> {
  const { keyWhole, place, castId } = get();
  if (!keyWhole || place !== "act" || castId === null || edit.kind !== "setKeys") return edit;
  if (edit.values.some(({ address }) => address.owner !== castId)) return edit;
  const { shotId: shot, frame } = edit;
  const pose = await engine.work({ kind: "keyPose", shot, owner: castId, frame, blocked: isBlocking(get()) });
  return { kind: "together", says: words.keyPoseWithChange, edits: [pose, edit] };
}

/**
 * Makes an edit: it counts once the server has it on its disk. One that is still being worked out has its place in the line from now on,
 * so that an undo that is asked for at once takes back this one and not the one before.
 */
export function commit(asked: Edit | null | Promise<Edit | null>): Promise<unknown> {
  return inLine(async () => {
    const id = get().filmId;
    try {
      const edit = await asked;
      if (edit === null || id === null) {
        await engine.cancel();
        touchPreview();
        return;
      }
      set({ kept: "keeping" });
      const made = await withPose(edit);
      const change = await settle(made, await send(id, made));
      set({ keyedAt: change && keyedAt(made, change) });
      followBeads(edit);
      await keepBeads();
    } catch (problem) {
      await engine.cancel();
      touchPreview();
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
export const wish = (wished: Wish) => commit(engine.work(wished));

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

const changedElsewhere = () => new Error(words.changedElsewhere(get().undo ?? ""));

/** Undo and redo: the answer brings the edit that was made. */
const again = (ask: (id: string, baseSeq: number) => Promise<Made>) =>
  inLine(async () => {
    const id = get().filmId;
    if (id === null) return;
    set({ kept: "keeping" });
    try {
      await take(await ask(id, get().seq));
      await keepBeads();
    } catch (problem) {
      if (!(problem instanceof Problem) || problem.status !== 409) throw problem;
      // What would be taken back now is somebody else's, and has not been seen here.
      await catchUp();
      tell(changedElsewhere());
    }
  });

export const undo = () => again(api.undo);
export const redo = () => again(api.redo);
