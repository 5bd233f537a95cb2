import { expect, test } from "vitest";
import { nudged, placeOn } from "./DialPlate";

const box = { left: 100, top: 50, width: 400, height: 400 };
const pad = { isPad: true };

test("the rim of a plate is a hundred per cent, its middle nothing", () => {
  expect(placeOn(box, { clientX: 300, clientY: 250 }, pad)).toEqual({ across: 0, down: 0 });
  const corner = placeOn(box, { clientX: 120, clientY: 430 }, pad);
  expect(corner.across).toBeCloseTo(-100, 9);
  expect(corner.down).toBeCloseTo(100, 9);
  expect(placeOn(box, { clientX: 300, clientY: 430 }, { isPad: false }).down).toBe(0);
});

test("arrow keys turn it by five, within its rim, and a dial does not go down", () => {
  expect(nudged("ArrowRight", { across: 98, down: 0 }, pad)).toEqual({ across: 100, down: 0 });
  expect(nudged("ArrowUp", { across: 0, down: 3 }, pad)).toEqual({ across: 0, down: -2 });
  expect(nudged("ArrowUp", { across: 0, down: 0 }, { isPad: false })).toBeNull();
  expect(nudged("a", { across: 0, down: 0 }, pad)).toBeNull();
});
