import type { Edit, ValueLine } from "../api/types";
import { NumberField } from "../fields/NumberField";

/** One number that can be keyed, as the core describes it. */
export function ValueNumber({
  line,
  edit,
  disabled = null,
  keys = true,
}: {
  line: ValueLine;
  edit: (value: number, by: number | null) => Edit | Promise<Edit>;
  disabled?: string | null;
  /** Enter keys it even when it is there already. */
  keys?: boolean;
}) {
  return (
    <NumberField
      label={line.title}
      unit={line.unit}
      decimals={line.decimals}
      step={line.step}
      min={line.min}
      max={line.max}
      value={line.value}
      rest={line.rest}
      marked={line.keyedHere}
      keys={keys}
      disabled={disabled}
      edit={edit}
    />
  );
}
