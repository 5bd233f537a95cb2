import { expect, test } from "vitest";
import { PainterTrial } from "./painterTrial";

const after = (...times: [gpu: number, kernels: number][]) => {
  const trial = new PainterTrial();
  for (const [gpu, kernels] of times) trial.add(gpu, kernels);
  return trial.gpuIsFaster;
};

test("nothing is said before both have painted a few pictures", () => {
  expect(after([300, 20], [4, 20], [4, 20])).toBeNull();
});

test("the first picture, which makes textures and programs, does not count", () => {
  expect(after([900, 20], [4, 20], [5, 22], [4, 21])).toBe(true);
});

test("a GPU that is slower, or hardly faster, is left alone whatever it is called", () => {
  expect(after([900, 20], [60, 20], [55, 22], [70, 21])).toBe(false);
  expect(after([30, 20], [19, 20], [19, 22], [18, 20])).toBe(false);
});

test("a single slow picture on either side decides nothing", () => {
  expect(after([30, 20], [400, 20], [5, 900], [6, 21])).toBe(true);
});
