/** How many numbers a face device tells. */
const Channels = 9;

/** A line as it comes: seconds, then the channels, with tabs between them. Anything else is not one. */
export function readingOf(line: string): number[] | null {
  const numbers = line.trim().split("\t").map(Number).slice(1);
  return numbers.length === Channels && numbers.every(Number.isFinite) ? numbers : null;
}
