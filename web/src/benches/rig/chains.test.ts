import { expect, test } from "vitest";
import type { Bone, Puppet } from "../../api/types";
import { chainAbove, obeyed } from "./chains";

const bone = (id: string, ridesOn?: string): Bone => ({
  id,
  name: id,
  start: { x: 0, y: 0 },
  end: { x: 9, y: 0 },
  sharePercent: 25,
  keepsArea: false,
  ...(ridesOn ? { ridesOn } : {}),
});
const puppet = {
  bones: [bone("hip"), bone("thigh", "hip"), bone("shin", "thigh"), bone("foot", "shin"), bone("arm", "part-1")],
  reaches: [{ id: "r", name: "R", upper: "thigh", lower: "foot", bend: 1, stretchPercent: 0 }],
} as unknown as Puppet;

test("a chain goes up as long as a bone rides on a bone", () => {
  const ids = (id: string) =>
    chainAbove(puppet, puppet.bones.find((one) => one.id === id) as Bone).map((one) => one.id);
  expect(ids("foot")).toEqual(["foot", "shin", "thigh", "hip"]);
  expect(ids("arm")).toEqual(["arm"]);
});

test("every bone between a reach's first and last obeys it, and no other", () => {
  for (const id of ["thigh", "shin", "foot"]) expect(obeyed(puppet, id)?.id).toBe("r");
  for (const id of ["hip", "arm"]) expect(obeyed(puppet, id)).toBeUndefined();
});
