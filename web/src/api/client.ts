import createClient from "openapi-fetch";
import type { Look } from "../engine/look";
import { words } from "../words/film";
import type { paths } from "./schema.generated";
import type { Dragged, Question, Snag, SpokenLine, View, Wish } from "./types";

const client = createClient<paths>({ baseUrl: "/" });

/** What the server says when something cannot be done (RFC 9457). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** The body of a request that worked; a Problem for one that did not. */
async function answer<T>(request: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let result: Awaited<typeof request>;
  try {
    result = await request;
  } catch {
    throw new Problem(0, words.serverSilent);
  }
  if (result.data === undefined && !result.response.ok) {
    const problem = result.error as { detail?: string; title?: string } | undefined;
    throw new Problem(result.response.status, problem?.detail ?? problem?.title ?? result.response.statusText);
  }
  return result.data as T;
}

/** A file as a form, which is how uploads travel. */
function forms(files: File[]): never {
  const body = new FormData();
  for (const file of files) body.append("files", file, file.name);
  return body as never;
}

function form(file: File): never {
  const body = new FormData();
  body.append("file", file, file.name);
  return body as never;
}

const whole = (body: never) => body;

export const api = {
  films: () => answer(client.GET("/api/films")),
  newFilm: (name: string) => answer(client.POST("/api/films", { body: { name } })),
  openBundle: (file: File) =>
    answer(client.POST("/api/films/bundle", { body: form(file), bodySerializer: whole as never })),
  state: (id: string) => answer(client.GET("/api/films/{id}", { params: { path: { id } } })),
  filmsTakenAway: () => answer(client.GET("/api/films/taken-away")),
  copyFilm: (id: string) => answer(client.POST("/api/films/{id}/copy", { params: { path: { id } } })),
  takeFilmAway: (id: string) => answer(client.POST("/api/films/{id}/take-away", { params: { path: { id } } })),
  bringFilmBack: (id: string) => answer(client.POST("/api/films/{id}/bring-back", { params: { path: { id } } })),
  removeFilm: (id: string) => answer(client.DELETE("/api/films/{id}", { params: { path: { id } } })),
  editsAfter: (id: string, after: number) =>
    answer(client.GET("/api/films/{id}/edits", { params: { path: { id }, query: { after } } })),
  undo: (id: string, baseSeq: number) =>
    answer(client.POST("/api/films/{id}/undo", { params: { path: { id } }, body: { baseSeq } })),
  redo: (id: string, baseSeq: number) =>
    answer(client.POST("/api/films/{id}/redo", { params: { path: { id } }, body: { baseSeq } })),
  edit: (
    id: string,
    baseSeq: number,
    edit: paths["/api/films/{id}/edits"]["post"]["requestBody"]["content"]["application/json"]["edit"],
  ) => answer(client.POST("/api/films/{id}/edits", { params: { path: { id } }, body: { baseSeq, edit } })),
  changeBy: (id: string, edit: number) =>
    answer(client.GET("/api/films/{id}/edits/{edit}/change", { params: { path: { id, edit } } })),
  workOut: (id: string, wish: Wish) =>
    answer(client.POST("/api/films/{id}/work-out", { params: { path: { id } }, body: wish })),
  /** The edit that a drag makes if it ends there; nothing when it makes none. */
  drag: (id: string, dragged: Dragged) =>
    answer(client.POST("/api/films/{id}/drag", { params: { path: { id } }, body: dragged })),
  askDragged: (id: string, dragged: Dragged, question: Question) =>
    answer(client.POST("/api/films/{id}/drag/ask", { params: { path: { id } }, body: { ...dragged, question } })),
  ask: (id: string, question: Question) =>
    answer(client.POST("/api/films/{id}/ask", { params: { path: { id } }, body: question })),
  bringPuppet: (id: string, file: File) =>
    answer(
      client.POST("/api/films/{id}/puppets", {
        params: { path: { id } },
        body: form(file),
        bodySerializer: whole as never,
      }),
    ),
  planRedraw: (id: string, puppet: string, file: File) =>
    answer(
      client.POST("/api/films/{id}/puppets/{puppet}/redraw-plan", {
        params: { path: { id, puppet } },
        body: form(file),
        bodySerializer: whole as never,
      }),
    ),
  redraw: (id: string, puppet: string, file: File, alike: boolean, added: boolean) =>
    answer(
      client.POST("/api/films/{id}/puppets/{puppet}/redraw", {
        params: { path: { id, puppet }, query: { alike, added } },
        body: form(file),
        bodySerializer: whole as never,
      }),
    ),
  bringFlat: (id: string, shot: string, distance: number, file: File) =>
    answer(
      client.POST("/api/films/{id}/shots/{shot}/flats", {
        params: { path: { id, shot }, query: { distance } },
        body: form(file),
        bodySerializer: whole as never,
      }),
    ),
  bringReference: (id: string, shot: string, sound: boolean, files: File[]) =>
    answer(
      client.POST("/api/films/{id}/shots/{shot}/references", {
        params: { path: { id, shot }, query: { sound } },
        body: forms(files),
        bodySerializer: whole as never,
      }),
    ),
  bringSwaps: (id: string, puppet: string, part: string, files: File[]) =>
    answer(
      client.POST("/api/films/{id}/puppets/{puppet}/parts/{part}/swaps", {
        params: { path: { id, puppet, part } },
        body: forms(files),
        bodySerializer: whole as never,
      }),
    ),
  bringSound: (id: string, shot: string, frame: number, file: File) =>
    answer(
      client.POST("/api/films/{id}/shots/{shot}/sounds", {
        params: { path: { id, shot }, query: { frame } },
        body: form(file),
        bodySerializer: whole as never,
      }),
    ),
  speak: (id: string, shot: string, line: SpokenLine) =>
    answer(client.POST("/api/films/{id}/shots/{shot}/voice", { params: { path: { id, shot } }, body: line })),
  bringCues: (id: string, shot: string, owner: string, file: File) =>
    answer(
      client.POST("/api/films/{id}/shots/{shot}/cues/{owner}", {
        params: { path: { id, shot, owner } },
        body: form(file),
        bodySerializer: whole as never,
      }),
    ),
  shelf: () => answer(client.GET("/api/shelf")),
  takeFromShelf: (id: string, puppet: string) =>
    answer(client.POST("/api/films/{id}/shelf/{puppet}", { params: { path: { id, puppet } } })),
  keptShelf: () => answer(client.GET("/api/shelf/kept")),
  keptOnShelf: (kept: string) => answer(client.GET("/api/shelf/kept/{kept}", { params: { path: { kept } } })),
  putKeptOnShelf: (id: string, kept: string) =>
    answer(client.PUT("/api/films/{id}/kept/{kept}/shelf", { params: { path: { id, kept } } })),
  removeKeptFromShelf: (kept: string) =>
    answer(client.DELETE("/api/shelf/kept/{kept}", { params: { path: { kept } } })),
  removeFromShelf: (puppet: string) => answer(client.DELETE("/api/shelf/{puppet}", { params: { path: { puppet } } })),
  prints: (id: string) => answer(client.GET("/api/films/{id}/prints", { params: { path: { id } } })),
  print: (id: string, body: paths["/api/films/{id}/prints"]["post"]["requestBody"]["content"]["application/json"]) =>
    answer(client.POST("/api/films/{id}/prints", { params: { path: { id } }, body })),
  cancelPrint: (print: string) => answer(client.POST("/api/prints/{print}/cancel", { params: { path: { print } } })),
};

/** A text for the engine, which reads it itself, and the number of the newest edit in it. */
async function textOf(path: string, failed: string): Promise<{ text: string; seq: number }> {
  const response = await fetch(path);
  if (!response.ok) throw new Problem(response.status, failed);
  return { text: await response.text(), seq: Number(response.headers.get("Film-Seq")) };
}

/** The film, with the keys of one shot: the named one, or its first. */
export const openingText = (id: string, shot: string | null) =>
  textOf(
    `/api/films/${encodeURIComponent(id)}/opening${shot === null ? "" : `?shot=${encodeURIComponent(shot)}`}`,
    words.filmNotLoaded,
  );

export const shotText = (id: string, shot: string) =>
  textOf(`/api/films/${encodeURIComponent(id)}/shots/${encodeURIComponent(shot)}`, words.shotNotLoaded);

/** Snags of a shot, told one by one as they are found. */
export async function watchSnags(
  id: string,
  shot: string,
  { blocking, inStep }: { blocking: boolean; inStep: boolean },
  onFound: (found: Snag[]) => void,
  signal: AbortSignal,
): Promise<Snag[]> {
  const path = `/api/films/${encodeURIComponent(id)}/shots/${encodeURIComponent(shot)}/snags?blocking=${blocking}&inStep=${inStep}`;
  const response = await fetch(path, { signal });
  if (!response.ok || !response.body) throw new Problem(response.status, words.snagsNotSearched);
  const found: Snag[] = [];
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  for (let rest = ""; ; ) {
    const { done, value } = await reader.read();
    const lines = (rest + (value ?? "")).split("\n");
    rest = lines.pop() ?? "";
    if (lines.length > 0) {
      found.push(...lines.map((line) => JSON.parse(line) as Snag));
      onFound([...found]);
    }
    if (done) return found;
  }
}

/** A frame's draw list from the core on the server, as a drag would leave it. */
export async function drawList(
  id: string,
  view: View,
  frame: number,
  look: Look,
  dragged: Dragged | null,
): Promise<Uint8Array> {
  const query = new URLSearchParams({ frame: String(frame) });
  for (const [name, value] of Object.entries({ ...view, ...look })) if (value != null) query.set(name, String(value));
  const film = `/api/films/${encodeURIComponent(id)}`;
  const response =
    dragged === null
      ? await fetch(`${film}/draw-list?${query}`)
      : await fetch(`${film}/drag/draw-list?${query}`, {
          method: "POST",
          headers: { "Content-Type": "application/json" },
          body: JSON.stringify(dragged),
        });
  if (!response.ok) throw new Problem(response.status, words.pictureNotLoaded);
  return new Uint8Array(await response.arrayBuffer());
}
