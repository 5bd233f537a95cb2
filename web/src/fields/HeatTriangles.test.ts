import { expect, test } from "vitest";
import { warmths } from "./HeatTriangles";

test("a triangle is as warm as its corners on the average, and cold ones are none of the warm", () => {
  const mesh = { tenthPx: [0, 0, 10, 0, 0, 10, 10, 10], triangles: [0, 1, 2, 1, 3, 2] };
  const paths = warmths(mesh, [1, 1, 1, 0]);
  expect(paths.at(-1)).toBe("M0 0L10 0L0 10Z");
  expect(paths[16]).toBe("M10 0L10 10L0 10Z");
  expect(paths.filter((path) => path !== "")).toHaveLength(2);
});
