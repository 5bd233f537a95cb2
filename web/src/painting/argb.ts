/** Red, green, blue and alpha, 0 to 1, of a colour packed as ARGB. */
export const channels = (argb: number): [number, number, number, number] => [
  ((argb >>> 16) & 255) / 255,
  ((argb >>> 8) & 255) / 255,
  (argb & 255) / 255,
  (argb >>> 24) / 255,
];
