import { expect, test } from "vitest";
import { KeptBoards } from "./keptBoards";

const board = (bytes = 100) => ({ bytes });

test("what two pictures show is kept for the third, and is free once a picture does not show it", () => {
  const boards = new KeptBoards<{ bytes: number }>();
  const free: { bytes: number }[] = [];
  boards.find("held");
  expect(boards.keep("held", board())).toBe(false);
  boards.endPicture(free);

  const second = board();
  expect(boards.find("held")).toBeUndefined();
  expect(boards.keep("held", second)).toBe(true);
  boards.endPicture(free);
  expect(boards.find("held")).toBe(second);
  expect(boards.find("elsewhere")).toBeUndefined();
  boards.endPicture(free);
  expect(free).toEqual([]);

  boards.endPicture(free);
  expect(free).toEqual([second]);
  expect(boards.find("held")).toBeUndefined();
});

test("what there is no room for is not kept, and nothing once drawings are others", () => {
  const boards = new KeptBoards<{ bytes: number }>();
  for (const key of ["a", "b"]) boards.find(key);
  boards.endPicture([]);
  for (const key of ["a", "b"]) boards.find(key);
  expect(boards.keep("a", board(40 * 2 ** 20))).toBe(true);
  expect(boards.keep("b", board(40 * 2 ** 20))).toBe(false);
  const free: { bytes: number }[] = [];
  boards.forget(free);
  expect(free).toHaveLength(1);
  expect(boards.find("a")).toBeUndefined();
});
