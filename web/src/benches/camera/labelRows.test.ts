import { expect, test } from "vitest";
import { labelRows } from "./labelRows";

test("labels side by side share a row, and those that would lie on each other do not", () => {
  expect(
    labelRows(
      [
        { middle: 50, text: "Pier" },
        { middle: 200, text: "Bay" },
      ],
      3,
    ),
  ).toEqual([0, 0]);
  expect(
    labelRows(
      [
        { middle: 52, text: "Pier" },
        { middle: 50, text: "Bramble" },
        { middle: 55, text: "Dragonfly" },
      ],
      3,
    ),
  ).toEqual([1, 0, 2]);
});

test("when no row is free, a label stays away", () => {
  expect(
    labelRows(
      [
        { middle: 50, text: "A very long name" },
        { middle: 51, text: "Fox" },
        { middle: 52, text: "Owl" },
      ],
      2,
    ),
  ).toEqual([0, 1, -1]);
});
