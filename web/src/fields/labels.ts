import type { Label } from "../api/types";
import type { Inks } from "../theme";

export const labels: Label[] = ["Petrol", "Blade", "Brass", "Leaf", "Plum", "Slate"];

export const labelInk = (inks: Inks, label: Label): string =>
  ({ Petrol: inks.petrol, Blade: inks.blade, Brass: inks.brass, Leaf: inks.leaf, Plum: inks.plum, Slate: inks.slate })[
    label
  ];
