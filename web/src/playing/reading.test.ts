import { expect, test } from "vitest";
import { readingOf } from "./reading";

test("a line of a time and nine numbers is a reading, and nothing else is", () => {
  expect(readingOf("0.033\t1\t2\t3\t0\t0\t0.5\t0.5\t0.2\t-0.1\n")).toEqual([1, 2, 3, 0, 0, 0.5, 0.5, 0.2, -0.1]);
  expect(readingOf("0.033\t1\t2")).toBeNull();
  expect(readingOf("0\t1\t2\t3\t0\t0\tNaN\t0.5\t0.2\t-0.1")).toBeNull();
  expect(readingOf("0\t1\t2\t3\t0\t0\tx\t0.5\t0.2\t1e999")).toBeNull();
});
