import { expect, test } from "vitest";
import type { Puppet } from "../api/types";
import fixture from "./change.fixture.json";
import { nameOf } from "./select";

const puppet = fixture.start.puppets[0] as unknown as Puppet;

test("the page calls everything in a puppet what the core calls it", () => {
  const ids = Object.keys(fixture.names);
  expect(ids.length).toBeGreaterThan(15);
  expect(Object.fromEntries(ids.map((id) => [id, nameOf(puppet, id)]))).toEqual(fixture.names);
});

test("what is not there is called by its id", () => {
  expect(nameOf(puppet, "gone")).toBe("gone");
  expect(nameOf(null, "gone")).toBe("gone");
});
