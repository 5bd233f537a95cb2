import type { Said } from "./said";

export const words = {
  label: "Label",
  labelOf: (label: Said) => `Label ${label}`,
  atRestTip: (decimals: Said, unit: Said) =>
    `At rest ${decimals} ${unit}. To reset it, double-click or clear the field.`,
  deleteForever: "Delete forever?",
} as const;
