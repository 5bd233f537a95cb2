import { expect, test } from "vitest";
import { keyApart, placesIn } from "./placeApart";

const at = (thing: string, property: string, owner = "moss") => ({ owner, thing, property });

test("places are found whole and in their numbers, and nothing else is a place", () => {
  const found = placesIn([
    at("body", "shift"),
    at("body", "turn"),
    at("hand", "shiftX"),
    at("hand", "shiftY"),
    at("stand", "place"),
    at("view", "boom", "camera"),
    at("view", "pan", "camera"),
  ]);
  expect(found.together).toEqual([at("body", "shift"), at("stand", "place")]);
  expect(found.apart).toEqual([at("hand", "shift"), at("view", "place", "camera")]);
});

test("one edit for one place, and one step for several", () => {
  const found = placesIn([at("body", "shift"), at("tail", "shift"), at("hand", "shiftX")]);
  expect(keyApart("s", found, false)).toEqual({
    kind: "makePath",
    shotId: "s",
    address: at("hand", "shift"),
    merging: true,
  });
  const parted = keyApart("s", found, true);
  expect(parted.kind === "together" && parted.edits.map((edit) => edit.kind)).toEqual(["splitPlace", "splitPlace"]);
});
