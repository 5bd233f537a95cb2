import { expect, test } from "vitest";
import type { Puppet } from "../../api/types";
import { carriers, otherCarriers } from "./carriers";

const puppet = {
  bones: [{ id: "spine", name: "Spine" }],
  parts: [
    { id: "hand", name: "Hand" },
    { id: "ball", name: "Ball" },
  ],
} as unknown as Puppet;

test("nothing is offered to ride on itself, and bones are told from parts", () => {
  expect(carriers(puppet, "ball")).toEqual([
    { value: "", title: "Whole body" },
    { value: "spine", title: "Spine (bone)" },
    { value: "hand", title: "Hand" },
  ]);
  expect(carriers(puppet, "spine", "Its own part").map(({ value }) => value)).toEqual(["", "hand", "ball"]);
});

test("what carries a part in the course of a shot is named as the film names it", () => {
  expect(otherCarriers(puppet, "ball").map(({ value }) => value)).toEqual(["stand", "body", "spine", "hand"]);
});
