/** What says how far a shot has played: where there is sound, how much of it has been heard. */
export interface Clock {
  /** Seconds since it was started. */
  seconds(): number;
  /** Nothing is played any more. */
  stop?(): void;
}

/** The machine's own. */
export function wallClock(): Clock {
  const began = performance.now();
  return { seconds: () => (performance.now() - began) / 1000 };
}
