/** A line of a card: label at the left, dotted rule below. */
export const row = {
  display: "flex",
  alignItems: "center",
  py: 0.35,
  borderBottom: 1,
  borderColor: "divider",
  borderBottomStyle: "dotted",
} as const;

/** What is typed or chosen in such a line. */
export const entry = {
  font: "inherit",
  color: "inherit",
  bgcolor: "background.paper",
  border: 1,
  borderColor: "divider",
  borderRadius: 1,
  px: 0.75,
  py: 0.25,
} as const;
