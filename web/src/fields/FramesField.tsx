import type { Edit } from "../api/types";
import { units } from "../words/units";
import { NumberField } from "./NumberField";

/** A number of frames, or one of them. */
export const FramesField = ({
  label,
  value,
  min,
  edit,
}: {
  label: string;
  value: number;
  min: number;
  /** Of a whole number. */
  edit: (frames: number) => Edit;
}) => (
  <NumberField
    label={label}
    unit={units.frames}
    decimals={0}
    step={1}
    min={min}
    max={100000}
    value={value}
    edit={(typed) => edit(Math.round(typed))}
  />
);
