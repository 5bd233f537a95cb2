import { expect, test } from "vitest";
import type { Film, FilmChange } from "../api/types";
import { changed } from "./change";
import fixture from "./change.fixture.json";

interface Step {
  edit: string;
  change: FilmChange;
  after: Film;
}

const start = fixture.start as unknown as Film;
const steps = fixture.steps as unknown as Step[];

/** What is not there and what is nothing are the same to the page. */
const plain = (value: unknown) => JSON.parse(JSON.stringify(value, (_, inner) => inner ?? undefined));

test("the page comes to the same film as the core, edit by edit", () => {
  let film = start;
  for (const { edit, change, after } of steps) {
    film = changed(film, change);
    expect(plain(film), edit).toEqual(plain(after));
  }
});

test("what a change does not name is the very same object as before", () => {
  const renamed = steps[0];
  if (!renamed) throw new Error("The fixture is empty.");
  const film = changed(start, renamed.change);
  expect(film.puppets).toBe(start.puppets);
  expect(film.drawings).toBe(start.drawings);
  const keyed = steps.find((step) => step.edit === "Key pose");
  if (!keyed) throw new Error("The fixture has no edit of keys.");
  expect(keyed.change.inShots).toHaveLength(1);
  expect(changed(start, keyed.change)).toBe(start);
});
