/** A line of a card: label at the left, dotted rule below. */
export const row = {
  display: "flex",
  alignItems: "center",
  minHeight: "var(--line)",
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
  height: "calc(var(--line) - 4px)",
  boxSizing: "border-box",
} as const;
