import { expect, test } from "vitest";
import { drawnFrom, eases, isSame, nameOfGap, plainGap } from "./charts";

test("every ease that can be chosen has a name that leads back to it", () => {
  for (const { title, ease } of eases) expect(nameOfGap({ ...plainGap, ease })).toBe(title);
});

test("a hold is called so whatever lies under it, and what is between the corners has no name", () => {
  expect(nameOfGap({ ...plainGap, held: true })).toBe("Hold");
  expect(nameOfGap({ ...plainGap, ease: { kind: "slow", startPercent: 30, stopPercent: 60 } })).toBeNull();
  expect(nameOfGap(null)).toBeNull();
});

test("eases are the same when their amounts are", () => {
  const half = { kind: "slow", startPercent: 50, stopPercent: 50 } as const;
  expect(isSame(half, { ...half })).toBe(true);
  expect(isSame(half, { ...half, stopPercent: 51 })).toBe(false);
});

test("a curve gets points that lie on it", () => {
  const curve = [0, 0, 0.5, 0.1, 1, 1];
  expect(drawnFrom(curve)).toEqual({
    kind: "drawn",
    points: [
      { x: 0.25, y: 0.05 },
      { x: 0.5, y: 0.1 },
      { x: 0.75, y: 0.55 },
    ],
    smooth: true,
  });
});
