import { expect, test } from "vitest";
import type { Edit, FilmChange } from "../api/types";
import { keyedAt } from "./keyedAt";

const address = { owner: "use", thing: "up", property: "turn" };
const posed: Edit = {
  kind: "setKeys",
  shotId: "s",
  frame: 12,
  values: [{ address, value: 30, choice: null }],
  says: "Turned",
  drawn: true,
  blocked: false,
};
const change = (...frames: number[]) =>
  ({
    inShots: [
      {
        id: "s",
        inTracks: [{ address, keys: { put: frames.map((frame) => ({ kind: "number", frame, value: 0 })), gone: [] } }],
      },
    ],
  }) as unknown as FilmChange;

test("a drawing that was made before is where the key is", () => expect(keyedAt(posed, change(11))).toBe(11));

test("a first key stands at rest under other cards too, behind it and before", () =>
  expect(keyedAt(posed, change(1, 11, 20))).toBe(11));

test("nothing is said of a key where it was meant, nor of one that was there already", () => {
  expect(keyedAt(posed, change(1, 12))).toBeNull();
  expect(keyedAt(posed, change())).toBeNull();
  expect(keyedAt({ ...posed, drawn: false }, change(11))).toBeNull();
});

test("of several edits at once the last frame is told", () =>
  expect(keyedAt({ kind: "together", says: "Both", edits: [posed, posed] }, change(11))).toBe(11));
