import { expect, test } from "vitest";
import { commonPrefix } from "./keptBack";

test("two lists are the same up to the first word that differs, or to the end of the shorter", () => {
  const words = Uint32Array.of(1, 2, 3, 4);
  expect(commonPrefix(words, Uint32Array.of(1, 2, 9, 4))).toBe(2);
  expect(commonPrefix(words, Uint32Array.of(1, 2))).toBe(2);
  expect(commonPrefix(words, words)).toBe(4);
  expect(commonPrefix(new Uint32Array(0), words)).toBe(0);
});
