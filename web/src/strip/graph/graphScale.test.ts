import { expect, test } from "vitest";
import type { GraphLine } from "../../api/types";
import { heightsOf, spanOf, speedsOf } from "./graphScale";

const address = { owner: "o", thing: "t", property: "turn" };
const line = (unit: string, values: number[]): GraphLine => ({
  track: address,
  value: address,
  name: "Thing",
  title: "Turn",
  unit,
  step: 1,
  min: -360,
  max: 360,
  keys: [],
  first: 1,
  values,
  seen: [],
});

test("lines of one unit share a scale, others each fill the pane", () => {
  const [a, b] = heightsOf([line("°", [0, 10]), line("°", [0, 100])], 124);
  expect(a?.y(10)).toBeCloseTo(b?.y(10) ?? 0);
  expect(b?.y(100)).toBeCloseTo(12);
  const [c, d] = heightsOf([line("°", [0, 10]), line("px", [0, 100])], 124);
  expect(c?.y(10)).toBeCloseTo(12);
  expect(d?.y(100)).toBeCloseTo(12);
});

test("what a height says is read back", () => {
  const [height] = heightsOf([line("°", [-20, 60])], 200);
  for (const value of [-20, 0, 33.3, 60]) expect(height?.value(height.y(value))).toBeCloseTo(value);
});

test("a line that stands still is in the middle, and none has a span of nothing", () => {
  expect(heightsOf([line("°", [5, 5])], 100)[0]?.y(5)).toBe(50);
  expect(spanOf(line("°", []))).toEqual([0, 0]);
});

test("speed is the way from each frame to the next", () => {
  expect(speedsOf(line("°", [1, 3, 3, 0]))).toEqual([2, 0, -3]);
});
