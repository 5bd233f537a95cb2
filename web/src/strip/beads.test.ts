import { beforeEach, expect, test } from "vitest";
import type { Film, Track } from "../api/types";
import { get, set } from "../state/store";
import { choiceHere, keepBeads } from "./beads";

const at = (property: string) => ({ owner: "moss", thing: "arm", property });
const track = (property: string, ...frames: number[]) =>
  ({ kind: "number", address: at(property), keys: frames.map((frame) => ({ frame, value: 0 })) }) as Track;
const film = (...tracks: Track[]) => ({ shots: [{ id: "s", tracks }] }) as unknown as Pick<Film, "shots">;

beforeEach(() => {
  const row = { addresses: [at("turn"), at("shift")], frames: new Set([5, 9, 20]) };
  set({
    place: "act",
    shotId: "s",
    castId: "moss",
    beads: { shot: "s", owner: "moss", rows: new Map([["arm", row]]) },
  });
});

test("keys that went are chosen no more, and the others stay chosen", () => {
  keepBeads(film(track("turn", 5, 9), track("shift", 9)));
  expect([...(choiceHere()?.rows.get("arm")?.frames ?? [])]).toEqual([5, 9]);
});

test("a choice of which nothing is left is none, and one that is whole is the very same", () => {
  const before = get().beads;
  keepBeads(film(track("turn", 5, 9, 20)));
  expect(get().beads).toBe(before);
  keepBeads(film(track("turn", 1)));
  expect(get().beads).toBeNull();
});
