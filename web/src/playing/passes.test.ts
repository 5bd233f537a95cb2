import { expect, test } from "vitest";
import { pieceAt, samplesOf } from "./passes";

test("frames are samples from the start of the first to the end of the last", () => {
  expect(samplesOf(1, 24, 24, 48000)).toEqual({ first: 0, end: 48000 });
  expect(samplesOf(7, 7, 24, 48000)).toEqual({ first: 12000, end: 14000 });
});

test("pieces follow each other without a gap, go round at the range's end and are the same in every pass", () => {
  const range = samplesOf(10, 100, 24, 48000);
  const start = samplesOf(40, 40, 24, 48000).first;
  const pass = range.end - range.first;
  let at = 0;
  const seen = new Map<number, number>();
  while (at < 5 * pass) {
    const piece = pieceAt(at, start, range, 30000);
    expect(piece.at).toBe(at);
    expect(piece.from).toBe(range.first + ((start - range.first + at) % pass));
    expect(piece.count).toBeGreaterThan(0);
    expect(piece.from + piece.count).toBeLessThanOrEqual(range.end);
    if (at > pass) expect(seen.get(piece.from) ?? piece.count).toBe(piece.count);
    if (at >= pass - 30000) seen.set(piece.from, piece.count);
    at += piece.count;
  }
});
