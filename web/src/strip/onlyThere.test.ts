import { expect, test } from "vitest";
import type { BeadChoice } from "../state/store";
import { onlyThere } from "./onlyThere";

const addresses = [{ owner: "moss", thing: "arm", property: "turn" }];
const choice: BeadChoice = {
  shot: "s",
  owner: "moss",
  rows: new Map([["arm", { addresses, frames: new Set([5, 9, 20]) }]]),
};
const row = (...frames: number[]) => ({
  thing: "arm",
  value: null,
  beads: frames.map((frame) => ({ frame, heldAfter: false, gap: null })),
});

test("keys that went are chosen no more, and the others stay chosen", () => {
  expect([...(onlyThere(choice, [row(5, 9)])?.rows.get("arm")?.frames ?? [])]).toEqual([5, 9]);
});

test("a choice that is whole is the very same, and one of which nothing is left is none", () => {
  expect(onlyThere(choice, [row(1, 5, 9, 20)])).toBe(choice);
  expect(onlyThere(choice, [row(1)])).toBeNull();
  expect(onlyThere(choice, [])).toBeNull();
});
