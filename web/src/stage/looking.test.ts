import { expect, test } from "vitest";
import { isWhole, whole } from "../engine/look";
import { fitted } from "../state/store";
import { lookOf, nearTo, placed, seenOf, waysNow, wholeIn, withWays, zoomed } from "./looking";

const room = { left: 20, top: 10, width: 800, height: 400 };

test("the whole picture lies in the middle of the room, and is painted pixel for pixel", () => {
  const whole = wholeIn(room, 16 / 9);
  expect(whole).toEqual({ left: 64.5, top: 10, width: 711, height: 400 });
  const picture = placed(whole, fitted);
  const seen = seenOf(picture, room, false);
  expect(lookOf(picture, seen, 711 / 400, 2, false)).toMatchObject({ width: 1422, height: 800, zoom: 1, x: 0, y: 0 });
});

test("from nearer only what is seen is painted, where it lies", () => {
  const whole = wholeIn(room, 2);
  const picture = placed(whole, { zoom: 4, x: 100, y: -50 });
  const seen = seenOf(picture, room, false);
  expect(seen).toEqual(room);
  expect(lookOf(picture, seen, 2, 1, false)).toMatchObject({ width: 800, height: 400, zoom: 4, x: 100, y: -50 });
});

test("past the frame's edges all the room is painted", () => {
  const picture = placed(wholeIn(room, 2), { zoom: 0.5, x: 0, y: 0 });
  expect(seenOf(picture, room, true)).toBe(room);
  expect(seenOf(picture, room, false)).toMatchObject({ width: 400, height: 200 });
});

test("a zoom keeps what is under the pointer there", () => {
  const before = { zoom: 2, x: 30, y: -10 };
  const at = { x: 120, y: 40 };
  const after = zoomed(before, 1.7, at);
  const under = ({ zoom, x, y }: typeof before) => [(at.x - x) / zoom, (at.y - y) / zoom];
  for (const [i, place] of under(after).entries()) expect(place).toBeCloseTo(under(before)[i] ?? 0, 9);
  expect(zoomed(before, 1e9, at).zoom).toBe(64);
});

test("near to a box means that it lies in the middle and fills most of the room", () => {
  const whole = wholeIn(room, 2);
  const nearness = nearTo({ left: 0.7, top: 0.1, right: 0.8, bottom: 0.3 }, whole, room);
  const picture = placed(whole, nearness);
  expect(picture.left + 0.75 * picture.width).toBeCloseTo(room.left + room.width / 2, 6);
  expect(picture.top + 0.2 * picture.height).toBeCloseTo(room.top + room.height / 2, 6);
  expect(0.2 * picture.height).toBeCloseTo(0.8 * room.height, 6);
});

test("a held key turns a way of looking on, and one that is on off", () => {
  expect([...waysNow({ ways: new Set(["grey"]), heldWays: new Set(["mirrored"]) })].sort()).toEqual([
    "grey",
    "mirrored",
  ]);
  expect(waysNow({ ways: new Set(["grey"]), heldWays: new Set(["grey"]) }).size).toBe(0);
  const look = lookOf(room, room, 2, 1, false);
  expect(withWays(look, new Set(["silhouette", "sharp"]), "otto")).toMatchObject({
    sharp: true,
    only: "otto",
    rest: "Left",
  });
  expect(withWays(look, new Set(["alone"]), null)).toMatchObject({ sharp: false, rest: "Dimmed" });
});

test("a small picture of a card is taken only from what shows the whole picture as it is printed", () => {
  expect(isWhole(whole(40, 20))).toBe(true);
  const all = wholeIn(room, 16 / 9);
  expect(isWhole(lookOf(all, seenOf(all, room, false), 16 / 9, 1, false))).toBe(true);
  for (const other of [
    { zoom: 2 },
    { x: 3 },
    { y: -1 },
    { beyond: true },
    { sharp: true },
    { rest: "Dimmed" as const },
  ])
    expect(isWhole({ ...whole(40, 20), ...other })).toBe(false);
});
