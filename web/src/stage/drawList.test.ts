import { expect, test } from "vitest";
import { type DrawItem, readDrawList } from "./drawList";

test("a draw list is read word by word, and what is none is refused", () => {
  const words = new DataView(new ArrayBuffer(24 + 48 + 36 + 8 + 3 * 16 + 12));
  let at = 0;
  const int = (value: number) => {
    words.setInt32(at, value, true);
    at += 4;
  };
  const float = (value: number) => {
    words.setFloat32(at, value, true);
    at += 4;
  };
  for (const head of [0x4c445346, 2]) int(head);
  for (const side of [1920, 1080]) float(side);
  int(0xff102030 | 0);
  int(1);
  for (let i = 0; i < 9; i++) float(i === 0 || i === 4 || i === 8 ? 1 : 0);
  float(1);
  float(2.5);
  int(1);
  for (const head of [2, 7]) int(head);
  float(0.5);
  for (const m of [1, 0, 0, 1, 30, 40]) float(m);
  for (const count of [3, 3]) int(count);
  for (const place of [0, 0, 9, 0, 0, 9, 0, 0, 9, 0, 0, 9]) float(place);
  for (const corner of [0, 1, 2]) int(corner);

  const list = readDrawList(new Uint8Array(words.buffer, 0, at));
  expect([list.width, list.height, list.backdrop]).toEqual([1920, 1080, 0xff102030]);
  expect(list.layers[0]?.sigma).toBe(2.5);
  const item = list.layers[0]?.items[0] as DrawItem;
  expect([item?.drawing, item?.opacity, item?.matrix[4]]).toEqual([7, 0.5, 30]);
  expect(Array.from(item?.mesh?.indices ?? [])).toEqual([0, 1, 2]);
  expect(() => readDrawList(new Uint8Array(24))).toThrow("no draw list");
});
