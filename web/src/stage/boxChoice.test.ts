import { expect, test } from "vitest";
import { partsIn } from "./boxChoice";

const square = (part: string, x: number, y: number, side: number) => ({
  owner: "bench",
  part,
  at: { x, y },
  box: [x, y, x + side, y, x + side, y + side, x, y + side],
});

const pivots = [square("back", 0, 0, 100), square("front", 90, 90, 20), { ...square("carrier", 0, 0, 9), box: [] }];

test("a box takes what it touches, the nearest first, and never what has no art", () => {
  expect(partsIn({ left: 95, top: 95, right: 300, bottom: 300 }, pivots, false)).toEqual(["front", "back"]);
  expect(partsIn({ left: 101, top: 80, right: 300, bottom: 300 }, pivots, false)).toEqual(["front"]);
  expect(partsIn({ left: 200, top: 200, right: 300, bottom: 300 }, pivots, false)).toEqual([]);
});

test("with Alt it takes only what lies wholly inside", () => {
  expect(partsIn({ left: 85, top: 85, right: 300, bottom: 300 }, pivots, true)).toEqual(["front"]);
  expect(partsIn({ left: -1, top: -1, right: 300, bottom: 300 }, pivots, true)).toEqual(["front", "back"]);
});
