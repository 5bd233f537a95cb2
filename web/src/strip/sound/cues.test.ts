import { expect, test } from "vitest";
import type { Cue } from "../../api/types";
import { mouths, stretchesOf } from "./cues";

test("cues are stretches over the whole shot", () => {
  const cues: Cue[] = [
    { owner: "a", frame: -3, mouth: "Open" },
    { owner: "a", frame: 5, mouth: "Shut" },
    { owner: "b", frame: 6, mouth: "Round" },
    { owner: "a", frame: 40, mouth: "Keyed" },
  ];
  expect(stretchesOf(cues, "a", 20)).toEqual([
    { from: 1, to: 4, mouth: "Open" },
    { from: 5, to: 20, mouth: "Shut" },
  ]);
  expect(stretchesOf([], "a", 20)).toEqual([{ from: 1, to: 20, mouth: "Keyed" }]);
});

test("no two mouths have one key", () => {
  expect(new Set(mouths.map(({ key }) => key)).size).toBe(mouths.length);
});
