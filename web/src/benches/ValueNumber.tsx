import type { Edit, ValueLine } from "../api/types";
import { NumberField } from "../fields/NumberField";
import { isBlocking } from "../state/select";
import { get } from "../state/store";

/** One number that can be keyed, as the core describes it. */
export function ValueNumber({
  line,
  edit,
  disabled = null,
}: {
  line: ValueLine;
  edit: (value: number) => Edit | Promise<Edit>;
  disabled?: string | null;
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
      keys
      disabled={disabled}
      edit={edit}
    />
  );
}

/** The edit that keys a value at a frame. */
export const keyed = (
  shotId: string,
  frame: number,
  line: ValueLine,
  value: number,
  choice: string | null = null,
): Edit => ({
  kind: "setKeys",
  shotId,
  frame,
  values: [{ address: line.address, value, choice }],
  says: `Set ${line.title.toLowerCase()}`,
  // On twos what is typed is seen where it is typed: the drawing that stands there is keyed.
  drawn: true,
  blocked: isBlocking(get()),
});
