/** What says how far a shot has played; sound will be one. */
export interface Clock {
  /** Seconds since it was started. */
  seconds(): number;
}

/** The machine's own. */
export function wallClock(): Clock {
  const began = performance.now();
  return { seconds: () => (performance.now() - began) / 1000 };
}
