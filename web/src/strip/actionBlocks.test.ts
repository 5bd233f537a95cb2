import { expect, test } from "vitest";
import type { Kept, Placed } from "../api/types";
import { dragged, lanesOf } from "./actionBlocks";

const kept = { length: 25 } as Kept;
const block = { id: "a", start: 10, length: 25, from: 1, to: 0, speedPercent: 100, reversed: false } as Placed;

test("blocks that overlap lie below each other, and a lane is used again once it is free", () => {
  const lanes = lanesOf([block, { ...block, id: "b", start: 30 }, { ...block, id: "c", start: 34 }]);
  expect([...lanes]).toEqual([
    ["a", 0],
    ["b", 1],
    ["c", 0],
  ]);
});

test("a start that is dragged trims what it begins with, and what follows stays where it is", () => {
  expect(dragged(block, kept, "start", 5)).toMatchObject({ start: 15, length: 20, from: 6 });
  expect(dragged(block, kept, "start", -5)).toMatchObject({ start: 10, length: 25, from: 1 });
  expect(dragged({ ...block, from: 9 }, kept, "start", -5)).toMatchObject({ start: 5, length: 30, from: 4 });
  expect(dragged({ ...block, speedPercent: 50 }, kept, "start", 6)).toMatchObject({ start: 16, length: 19, from: 4 });
  expect(dragged({ ...block, reversed: true }, kept, "start", 5)).toMatchObject({
    start: 15,
    length: 20,
    from: 1,
    to: 20,
  });
  expect(dragged(block, kept, "start", 90)).toMatchObject({ start: 34, length: 1, from: 25 });
});

test("an end that is dragged shows less, or goes through it again", () => {
  expect(dragged(block, kept, "end", 30)).toMatchObject({ start: 10, length: 55 });
  expect(dragged(block, kept, "end", -90)).toMatchObject({ length: 1 });
});
