import { expect, test } from "vitest";
import { ghostFrames } from "./ghostFrames";

const settings = {
  on: true,
  before: 2,
  after: 1,
  by: "frames",
  every: 2,
  as: "pictures",
  all: false,
  strength: 55,
  inkBefore: "Blade",
  inkAfter: "Petrol",
} as const;

test("frames before and after, the faintest first, none outside the shot", () => {
  expect(ghostFrames(settings, 4, 5, [])).toEqual([{ frame: 2, side: "before", strength: 1 }]);
  expect(ghostFrames(settings, 10, 50, []).map(({ frame }) => frame)).toEqual([6, 8, 12]);
});

test("poses before and after, and not the one that stands here", () => {
  const poses = [1, 10, 20, 30, 40];
  expect(ghostFrames({ ...settings, by: "poses" }, 30, 50, poses).map(({ frame }) => frame)).toEqual([10, 20, 40]);
  expect(ghostFrames({ ...settings, by: "poses", before: 0 }, 25, 50, poses).map(({ frame }) => frame)).toEqual([30]);
});
