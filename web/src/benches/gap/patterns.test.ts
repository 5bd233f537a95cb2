import { expect, test } from "vitest";
import { patternOf, patternSaid, staggers } from "./patterns";

test("what is typed is read, with any minus and any gap between", () => {
  expect(patternOf("2 -1")).toEqual([2, -1]);
  expect(patternOf(" 2, −1;  1 ")).toEqual([2, -1, 1]);
});

test("what never arrives, or is no steps, is no pattern", () => {
  for (const text of ["", "1 -2", "2 a", "1.5 -1", "99", Array(49).fill("1").join(" ")])
    expect(patternOf(text)).toBeNull();
});

test("the staggers with names are read as they are written, and one without a pattern is said by its steps", () => {
  for (const { pattern } of staggers)
    expect(patternSaid({ forward: 1, back: 0, pattern: patternOf(pattern) ?? [] })).toBe(pattern);
  expect(patternSaid({ forward: 3, back: 1, pattern: [] })).toBe("3 -1");
});
