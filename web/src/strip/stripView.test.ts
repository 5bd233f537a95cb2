import { expect, test } from "vitest";
import { along, nearer, stripViewOf, within } from "./stripView";

test("coming nearer keeps the frame under the pointer where it is", () => {
  const view = nearer({ from: 1, to: 101 }, 26, 2);
  expect((26 - view.from) / (view.to - view.from)).toBeCloseTo(0.25, 12);
  expect(view.to - view.from).toBe(50);
});

test("the view stays within the shot, and all of it is none", () => {
  expect(within(along({ from: 10, to: 30 }, -50), 100)).toEqual({ from: 1, to: 21 });
  expect(within(along({ from: 10, to: 30 }, 500), 100)).toEqual({ from: 80, to: 100 });
  expect(within(nearer({ from: 10, to: 30 }, 20, 100), 100)).toEqual({ from: 16, to: 24 });
  expect(within({ from: -5, to: 300 }, 100)).toBeNull();
});

test("a view of a longer shot is none of a shorter one", () => {
  expect(stripViewOf({ from: 150, to: 170 }, 100)).toEqual({ from: 1, to: 100 });
  expect(stripViewOf(null, 1)).toEqual({ from: 1, to: 2 });
});
