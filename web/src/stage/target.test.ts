import { expect, test } from "vitest";
import { straighten } from "./sheet";
import { channels, colourOf, fitInto } from "./target";

const list = (width: number, height: number) => ({ width, height, backdrop: 0, layers: [] });

test("a picture lies in the middle of what it is painted on, as large as it fits", () => {
  expect(fitInto(list(200, 100), 400, 400)).toEqual({ width: 400, height: 400, scale: 2, left: 0, top: 100 });
  expect(fitInto(list(100, 100), 50, 30)).toEqual({ width: 50, height: 30, scale: 0.3, left: 10, top: 0 });
});

test("a packed colour is the same for CanvasKit and for CSS", () => {
  expect(channels(0x80ff0033).map((channel) => Math.round(channel * 255))).toEqual([255, 0, 51, 128]);
  expect(colourOf(0xff102030)).toBe("rgb(16 32 48 / 1)");
});

test("premultiplied pixels come straight again, and clear ones stay clear", () => {
  const straight = new Uint8ClampedArray(12);
  straighten(Uint8Array.of(64, 0, 32, 128, 10, 20, 30, 255, 9, 9, 9, 0), straight);
  expect(Array.from(straight)).toEqual([128, 0, 64, 128, 10, 20, 30, 255, 0, 0, 0, 0]);
});
