import { beforeEach, expect, test, vi } from "vitest";
import type { Edit, FilmState } from "../api/types";
import fixture from "./change.fixture.json";

/** A server and a core that keep what they are asked: the log here, what was applied there. */
const world = vi.hoisted(() => ({
  log: [] as { seq: number; edit: Edit }[],
  applied: [] as Edit[],
  asked: [] as string[],
  page: 500,
  refuse: null as Error | null,
  told: [] as string[],
  news: null as null | { changed(state: { seq: number }): void; again(): void },
}));

vi.mock("notistack", () => ({
  closeSnackbar: () => undefined,
  enqueueSnackbar: (text: string) => world.told.push(text),
}));

vi.mock("../api/live", () => ({
  watchFilm: (_: string, news: typeof world.news) => {
    world.news = news;
    return () => undefined;
  },
}));

vi.mock("../engine/drawings", () => ({ forget: () => undefined, readFilm: (text: string) => JSON.parse(text) }));

vi.mock("../engine/engine", () => ({
  engine: {
    open: async () => undefined,
    apply: async (edit: Edit) => {
      world.applied.push(edit);
      return { inPuppets: [], inShots: [] };
    },
    cancel: async () => undefined,
    work: async () => ({ kind: "changeFilm", name: "Wished" }),
  },
}));

vi.mock("../api/client", () => {
  class Problem extends Error {
    constructor(
      readonly status: number,
      message: string,
    ) {
      super(message);
    }
  }
  const state = (): FilmState => ({ id: "f", seq: world.log.length, undo: "That", redo: null, shelved: false });
  const after = (seq: number) => world.log.slice(seq, seq + world.page);
  const append = (edit: Edit) => world.log.push({ seq: world.log.length + 1, edit });
  const again = (edit: Edit) => async (_: string, base: number) => {
    world.asked.push("again");
    if (base !== world.log.length) throw new Problem(409, "Changed meanwhile");
    append(edit);
    return { state: state(), edits: after(base) };
  };
  return {
    Problem,
    openingText: async () => ({ text: JSON.stringify(fixture.start), seq: world.log.length }),
    shotText: async () => ({ text: "{}", seq: world.log.length }),
    api: {
      state: async () => state(),
      prints: async () => [],
      editsAfter: async (_: string, seq: number) => {
        world.asked.push(`after ${seq}`);
        return { state: state(), edits: after(seq) };
      },
      edit: async (_: string, base: number, edit: Edit) => {
        world.asked.push(`edit on ${base}`);
        if (world.refuse) throw world.refuse;
        if (base !== world.log.length) throw new Problem(409, "Changed meanwhile");
        append(edit);
        return state();
      },
      undo: again({ kind: "changeFilm", name: "Undone" } as Edit),
      redo: again({ kind: "changeFilm", name: "Redone" } as Edit),
    },
  };
});

const { commit, openFilm, undo, wish, onServer } = await import("./film");
const { Problem } = await import("../api/client");
const { get } = await import("./store");

const named = (name: string) => ({ kind: "changeFilm", name }) as Edit;
const elsewhere = (name: string) => world.log.push({ seq: world.log.length + 1, edit: named(name) });
const names = (edits: Edit[]) => edits.map((edit) => (edit as { name?: string }).name);

beforeEach(async () => {
  Object.assign(world, { log: [], applied: [], asked: [], page: 500, refuse: null, told: [] });
  await openFilm("f");
});

test("an edit of one's own is sent once, applied once and not fetched", async () => {
  await commit(named("Mine"));
  world.news?.changed({ seq: 1 });
  await commit(null);
  expect(world.asked).toEqual(["edit on 0"]);
  expect(names(world.applied)).toEqual(["Mine"]);
  expect(get()).toMatchObject({ seq: 1, undo: "That", kept: "kept" });
});

test("edits reach the server in the order in which they were made, each on the last", async () => {
  await Promise.all(["One", "Two", "Three"].map((name) => commit(named(name))));
  expect(world.asked).toEqual(["edit on 0", "edit on 1", "edit on 2"]);
  expect(names(world.log.map(({ edit }) => edit))).toEqual(["One", "Two", "Three"]);
});

test("what was made elsewhere comes before an edit that was made on an old state", async () => {
  elsewhere("Theirs");
  await commit(named("Mine"));
  expect(world.asked).toEqual(["edit on 0", "after 0", "edit on 1"]);
  expect(names(world.applied)).toEqual(["Theirs", "Mine"]);
  expect(get().seq).toBe(2);
});

test("who missed much fetches page after page, and every edit is applied once", async () => {
  world.page = 3;
  for (let i = 0; i < 8; i++) elsewhere(`${i}`);
  world.news?.again();
  await commit(null);
  expect(names(world.applied)).toEqual(["0", "1", "2", "3", "4", "5", "6", "7"]);
  expect(world.asked).toEqual(["after 0", "after 3", "after 6"]);
  expect(get()).toMatchObject({ seq: 8, kept: "kept" });
});

test("undo is one round trip", async () => {
  await undo();
  expect(world.asked).toEqual(["again"]);
  expect(names(world.applied)).toEqual(["Undone"]);
});

test("who has not seen what was made elsewhere takes none of it back, and is told", async () => {
  world.page = 2;
  for (let i = 0; i < 3; i++) elsewhere(`${i}`);
  await undo();
  expect(names(world.applied)).toEqual(["0", "1", "2"]);
  expect(world.told).toEqual([expect.stringContaining("changed elsewhere")]);
  await undo();
  expect(names(world.applied)).toEqual(["0", "1", "2", "Undone"]);
  expect(get()).toMatchObject({ seq: 4, kept: "kept" });
});

test("an edit that is refused is told, changes nothing, and holds up none after it", async () => {
  world.refuse = new Problem(422, "part 'x': is not there; choose another.");
  await commit(named("Bad"));
  world.refuse = null;
  await commit(named("Good"));
  expect(world.told).toEqual(["part 'x': is not there; choose another."]);
  expect(names(world.applied)).toEqual(["Good"]);
  expect(get()).toMatchObject({ seq: 1, kept: "kept" });
});

test("without a server it is said that changes are not kept", async () => {
  world.refuse = new Problem(0, "The server does not answer.");
  await commit(named("Lost"));
  expect(get().kept).toBe("lost");
  expect(world.applied).toEqual([]);
});

test("a wish goes the way of edits", async () => {
  await wish({ kind: "setMark", shot: "s", frame: 1 });
  expect(names(world.applied)).toEqual(["Wished"]);
  expect(world.asked).toEqual(["edit on 0"]);
});

test("what the server does by itself is fetched", async () => {
  const result = await onServer(async () => {
    elsewhere("Brought art in");
    return 7;
  });
  expect(result).toBe(7);
  expect(names(world.applied)).toEqual(["Brought art in"]);
});
