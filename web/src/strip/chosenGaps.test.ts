import { expect, test } from "vitest";
import type { StripOwner, StripRow } from "../api/types";
import { chosenGaps } from "./chosenGaps";
import { rowKey } from "./question";

const row = (thing: string, ...frames: number[]) =>
  ({
    thing,
    value: null,
    addresses: [{ owner: "use", thing, property: "turn" }],
    beads: frames.map((frame) => ({ frame })),
  }) as unknown as StripRow;
const [arm, head] = [row("arm", 1, 9, 17), row("head", 1, 9, 12)];
const strip = {
  rows: [arm, head],
  cards: [1, 9, 17].map((frame) => ({ frame, full: true })),
} as unknown as StripOwner;
const chosen = (...rows: [StripRow, number[]][]) => ({
  owner: "use",
  rows: new Map(rows.map(([of, frames]) => [rowKey(of), { addresses: of.addresses, frames: new Set(frames) }])),
});

test("all that is keyed at cards is the cards' own gaps, up to the last", () =>
  expect(chosenGaps(chosen([arm, [1, 9, 17]], [head, [1, 9]]), strip)).toEqual([
    { frame: 1, owner: "use", addresses: [] },
    { frame: 9, owner: "use", addresses: [] },
  ]));

test("one row's keys are that row's gaps", () =>
  expect(chosenGaps(chosen([head, [1, 9, 12]]), strip)).toEqual([
    { frame: 1, owner: null, addresses: head.addresses },
    { frame: 9, owner: null, addresses: head.addresses },
  ]));

test("of a key that is chosen alone the gap after it is meant", () =>
  expect(chosenGaps(chosen([arm, [9]]), strip)).toEqual([{ frame: 9, owner: null, addresses: arm.addresses }]));
