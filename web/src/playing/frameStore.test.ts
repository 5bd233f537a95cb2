import { expect, test } from "vitest";
import { distance, FrameStore, type Near } from "./frameStore";

const picture = () => {
  const one = {
    closed: false,
    close: () => {
      one.closed = true;
    },
  };
  return one as unknown as ImageBitmap & { closed: boolean };
};

const standing = (frame: number, length = 10): Near => ({ frame, length, playing: false });

test("while it plays frames that come are wanted first, while it stands those on both sides", () => {
  const playing = { frame: 8, length: 10, playing: true };
  expect([9, 10, 1, 7].map((frame) => distance(playing, frame))).toEqual([1, 2, 3, 9]);
  expect([9, 10, 7, 6].map((frame) => distance(standing(8), frame))).toEqual([1, 2, 2, 4]);
});

test("an edit makes every picture unsure, and the same list makes it sure again", () => {
  const store = new FrameStore(1000);
  store.open("shot 10x10", 100);
  const one = picture();
  expect(store.keep(3, one, 77, 1, standing(1))).toBe(true);
  expect([store.at(3, 1), store.at(3, 2)]).toEqual([one, null]);
  expect(store.confirm(3, 78, 2)).toBeNull();
  expect(store.confirm(3, 77, 2)).toBe(one);
  expect([...store.sure(2)]).toEqual([3]);
  expect(one.closed).toBe(false);
});

test("beyond its bound those go that are wanted last, and what would be the last itself is not kept", () => {
  const store = new FrameStore(300);
  store.open("shot", 100);
  const pictures = [1, 2, 5].map((frame) => ({ frame, one: picture() }));
  for (const { frame, one } of pictures) store.keep(frame, one, frame, 1, standing(1));
  expect(store.keep(4, picture(), 4, 1, standing(1))).toBe(true);
  expect(pictures.map(({ one }) => one.closed)).toEqual([false, false, true]);
  expect(store.keep(6, picture(), 6, 1, standing(1))).toBe(false);
  expect([...store.sure(1)].sort()).toEqual([1, 2, 4]);
});

test("the next frame is the nearest that is not sure and not under way, as far as there is room", () => {
  const store = new FrameStore(400);
  store.open("shot", 100);
  store.keep(5, picture(), 5, 1, standing(5));
  expect(store.next(standing(5), 1, new Set())).toBe(6);
  expect(store.next(standing(5), 1, new Set([6]))).toBe(4);
  for (const frame of [6, 4, 7]) store.keep(frame, picture(), frame, 1, standing(5));
  expect(store.next(standing(5), 1, new Set())).toBeNull();
  expect(store.next(standing(5), 2, new Set())).toBe(5);
});

test("another size lets all pictures go", () => {
  const store = new FrameStore(1000);
  store.open("shot 10x10", 100);
  const one = picture();
  store.keep(1, one, 1, 1, standing(1));
  store.open("shot 10x10", 100);
  expect(one.closed).toBe(false);
  store.open("shot 20x20", 400);
  expect(one.closed).toBe(true);
  expect(store.sure(1).size).toBe(0);
});

test("a shot that is longer than the store plays on: what is about to be shown does not go for what comes later", () => {
  const [length, lead] = [200, 4];
  const store = new FrameStore(2000);
  store.open("long", 100);
  const missing: number[] = [];
  for (let due = 1; due <= 150; due++) {
    const from = { frame: due + lead, length, playing: true };
    // Painting is faster than playing.
    for (let i = 0; i < 5; i++) {
      const next = store.next(from, 1, new Set());
      if (next !== null) store.keep(next, picture(), next, 1, { ...from, frame: due });
    }
    if (due > lead && store.at(due, 1) === null) missing.push(due);
  }
  expect(missing).toEqual([]);
});
