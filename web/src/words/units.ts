/** Behind a number in a field, where there is little room. */
export const units = {
  frames: "fr.",
  layers: "layers",
  number: "no.",
} as const;
