import { expect, test } from "vitest";
import type { Puppet } from "../api/types";
import { inPaintingOrder, underCarriers } from "./listOrder";

const part = (id: string, ridesOn?: string) => ({ id, name: id, ridesOn });

/** Back to front: a tail behind the body, a head with a hat on a neck bone of the body. */
const puppet = {
  parts: [part("tail", "body"), part("body"), part("head", "neck"), part("hat", "head")],
  bones: [
    { id: "neck", name: "neck", ridesOn: "spine" },
    { id: "spine", name: "spine", ridesOn: "body" },
  ],
} as unknown as Puppet;

test("painting order is front to back", () => {
  expect(inPaintingOrder(puppet).map(({ part: { id }, depth }) => [id, depth])).toEqual([
    ["hat", 0],
    ["head", 0],
    ["body", 0],
    ["tail", 0],
  ]);
});

test("what carries stands above what it carries, also through bones", () => {
  expect(underCarriers(puppet).map(({ part: { id }, depth }) => [id, depth])).toEqual([
    ["body", 0],
    ["head", 1],
    ["hat", 2],
    ["tail", 1],
  ]);
});
