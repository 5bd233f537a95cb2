import { expect, test } from "vitest";
import type { Edit } from "../api/types";
import { chosenAmong, ofEach } from "./chosenAmong";

const bones = [{ id: "a" }, { id: "b" }, { id: "c" }];
const removal = ({ id }: { id: string }): Edit => ({ kind: "removeBone", puppetId: "p", boneId: id });

test("of what is chosen only bones are meant, the one whose card it is first", () => {
  const [, own] = bones;
  expect(own && chosenAmong(bones, own, ["pin", "a", "b"])).toEqual([{ id: "b" }, { id: "a" }]);
});

test("one edit for one, and one step for several", () => {
  expect(ofEach(bones.slice(0, 1), "Removed", removal)).toEqual(removal({ id: "a" }));
  const several = ofEach(bones, "Removed", removal);
  expect(several.kind === "together" && several.edits).toHaveLength(3);
});
