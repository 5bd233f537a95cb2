/** How wide a letter of a label is on the average, px at 12 px type. */
const Letter = 7.4;
const Gap = 6;

/**
 * The row of every label, so that none lies on another: the first row that is free where the label stands, and −1 where none is.
 * @param labels where each has its middle, px, and its text
 * @param rows how many rows there is room for
 */
export function labelRows(labels: { middle: number; text: string }[], rows: number): number[] {
  const ends = new Array<number>(rows).fill(Number.NEGATIVE_INFINITY);
  const found = new Array<number>(labels.length).fill(0);
  const order = labels.map((_, i) => i).sort((a, b) => (labels[a]?.middle ?? 0) - (labels[b]?.middle ?? 0));
  for (const i of order) {
    const label = labels[i];
    if (!label) continue;
    const half = (label.text.length * Letter) / 2;
    const free = ends.findIndex((end) => end + Gap <= label.middle - half);
    if (free >= 0) ends[free] = label.middle + half;
    found[i] = free;
  }
  return found;
}
