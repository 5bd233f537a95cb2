import { beforeEach, expect, test } from "vitest";
import { choose, takeHold } from "./choose";
import { type Chosen, get, set } from "./store";

const bone = (thing: string): Chosen => ({ kind: "bone", thing });
const acted = (thing: string, owner = "hare"): Chosen => ({ kind: "bone", owner, thing });
const now = () => [get().chosen?.thing, ...get().also];

beforeEach(() => set({ chosen: null, also: [] }));

test("asked for more, things join those that are chosen and leave them again", () => {
  choose(bone("a"), true);
  choose(bone("b"), true);
  choose({ kind: "pin", thing: "c" }, true);
  expect(now()).toEqual(["a", "b", "c"]);
  choose(bone("b"), true);
  choose(bone("a"), true);
  expect(now()).toEqual(["a", "c"]);
  choose(bone("b"), false);
  expect(now()).toEqual(["b"]);
});

test("a part does not join bones, nor what one puppet is acted by what another is", () => {
  choose(bone("a"), false);
  choose({ kind: "part", thing: "p" }, true);
  expect(now()).toEqual(["p"]);
  choose(acted("a"), false);
  choose({ ...acted("p"), kind: "part" }, true);
  expect(now()).toEqual(["a", "p"]);
  choose(acted("a", "fox"), true);
  expect(now()).toEqual(["a"]);
  expect(get().chosen?.owner).toBe("fox");
});

test("one of several that is taken hold of takes the others along, and any other is chosen alone", () => {
  for (const thing of ["a", "b", "c"]) choose(acted(thing), true);
  expect(takeHold(acted("b"))).toEqual(["a", "c"]);
  expect(now()).toEqual(["b", "a", "c"]);
  expect(takeHold(acted("d"))).toEqual([]);
  expect(now()).toEqual(["d"]);
});
