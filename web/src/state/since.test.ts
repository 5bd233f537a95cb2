import { expect, test } from "vitest";
import type { Film, FilmChange } from "../api/types";
import { changed } from "./change";
import fixture from "./change.fixture.json";
import { lastEditIn, lastEditOf, noted, untouched } from "./since";

const film = fixture.start as unknown as Film;
const step = (edit: string) => {
  const found = fixture.steps.find((one) => one.edit === edit);
  if (!found) throw new Error(`The fixture has no “${edit}”.`);
  return found.change as unknown as FilmChange;
};
const after = (edit: string) => noted(untouched, step(edit), film, 1);

test("a key touches its owner, and the shot that it is in", () => {
  const since = after("Key pose");
  expect(lastEditOf(since, "s", "use")).toBe(1);
  expect(lastEditOf(since, "s", "flat")).toBe(0);
  expect(lastEditOf(since, "s", "camera")).toBe(0);
  expect([lastEditIn(since, "s"), lastEditIn(since, "next")]).toEqual([1, 0]);
});

test("a puppet touches its uses and no picture", () => {
  const since = after("Rename bone");
  expect([lastEditOf(since, "s", "use"), lastEditOf(since, "s", "flat"), lastEditIn(since, "s")]).toEqual([1, 0, 1]);
});

test("a thing on the stage touches itself", () => {
  const since = after("Move");
  expect([lastEditOf(since, "s", "flat"), lastEditOf(since, "s", "use"), lastEditIn(since, "s")]).toEqual([1, 0, 1]);
});

test("what the film is made of touches everything", () => {
  const since = after("Rename film");
  expect([lastEditOf(since, "s", "use"), lastEditIn(since, "next")]).toEqual([1, 1]);
});

test("later edits leave what they do not touch at its number", () => {
  const since = noted(after("Key pose"), step("Move"), film, 2);
  expect([lastEditOf(since, "s", "use"), lastEditOf(since, "s", "flat"), lastEditIn(since, "s")]).toEqual([1, 2, 2]);
});

test("whatever looks otherwise after an edit of any kind is asked for again", () => {
  for (const { edit, change: told, other } of fixture.every) {
    const change = told as unknown as FilmChange;
    const since = noted(untouched, change, changed(film, change), 1);
    for (const [shot = "", owner = ""] of other)
      expect(owner ? lastEditOf(since, shot, owner) : lastEditIn(since, shot), `${edit}: ${owner} in ${shot}`).toBe(1);
  }
  expect(fixture.every.filter(({ other }) => other.length > 0).length).toBeGreaterThan(40);
});
