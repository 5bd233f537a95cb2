/** A stretch of samples that is played, and when: samples since playing began. */
export interface Piece {
  from: number;
  count: number;
  at: number;
}

/** The samples of some frames, the last included; frames are counted from 1. */
export interface Range {
  first: number;
  end: number;
}

export const samplesOf = (from: number, to: number, frameRate: number, rate: number): Range => ({
  first: Math.round(((from - 1) / frameRate) * rate),
  end: Math.round((to / frameRate) * rate),
});

/**
 * What comes after so many samples: to the next whole multiple of the piece's length, the range's end, or a stretch that was there
 * before, so that the same stretches are asked for in every pass.
 * @param start The sample that the first pass began with.
 */
export function pieceAt(at: number, start: number, range: Range, longest: number): Piece {
  const pass = range.end - range.first;
  const from = range.first + ((start - range.first + at) % pass);
  const until = Math.min(range.end, (Math.floor(from / longest) + 1) * longest);
  return { from, count: until - from, at };
}
