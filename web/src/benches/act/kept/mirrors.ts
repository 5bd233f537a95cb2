/** Ways in which what is kept can be turned about. */
export const mirrors: { value: string; title: string }[] = [
  { value: "", title: "as it was kept" },
  { value: "InPlace", title: "mirrored" },
  { value: "Sides", title: "mirrored, sides too" },
];
