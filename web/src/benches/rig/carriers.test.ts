import { expect, test } from "vitest";
import type { Puppet } from "../../api/types";
import { carriers, carriersOfPin, otherCarriers } from "./carriers";

const puppet = {
  bones: [{ id: "spine", name: "Spine" }],
  parts: [
    { id: "arm", name: "Arm", ridesOn: "spine", alsoRidesOn: [] },
    { id: "hand", name: "Hand", ridesOn: "arm", alsoRidesOn: [] },
    { id: "ball", name: "Ball", alsoRidesOn: ["hand"] },
    { id: "hat", name: "Hat", alsoRidesOn: [] },
  ],
} as unknown as Puppet;

const idsOf = (choices: { value: string }[]) => choices.map(({ value }) => value);

test("bones are told from parts", () => {
  expect(carriers(puppet, "ball")).toEqual([
    { value: "", title: "Whole body" },
    { value: "spine", title: "Spine (bone)" },
    { value: "arm", title: "Arm" },
    { value: "hand", title: "Hand" },
    { value: "hat", title: "Hat" },
  ]);
});

test("nothing is offered to ride on itself, also by way of others and of what may carry it in a shot", () => {
  expect(idsOf(carriers(puppet, "arm"))).toEqual(["", "spine", "hat"]);
  expect(idsOf(carriers(puppet, "spine"))).toEqual(["", "hat"]);
  expect(idsOf(carriers(puppet, "hat"))).toEqual(["", "spine", "arm", "hand", "ball"]);
});

test("a pin rides on anything but its own part", () => {
  expect(idsOf(carriersOfPin(puppet, "arm"))).toEqual(["", "spine", "hand", "ball", "hat"]);
});

test("what carries a part in the course of a shot is named as the film names it", () => {
  expect(idsOf(otherCarriers(puppet, "ball"))).toEqual(["stand", "body", "spine", "arm", "hand", "hat"]);
});
