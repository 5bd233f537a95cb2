import type { Kept } from "../../../api/types";
import { CheckField } from "../../../fields/CheckField";
import { Foldable } from "../../../fields/Foldable";
import { words } from "../../../words/library";

/** Which of the controls that were kept are used: the body without the mouth, say. */
export function TakesPart({
  kept,
  without,
  onChange,
}: {
  kept: Kept;
  without: string[];
  onChange: (without: string[]) => void;
}) {
  return (
    <Foldable title={words.included} count={kept.controls.filter(({ thing }) => !without.includes(thing)).length}>
      {kept.controls.map(({ thing, name }) => (
        <CheckField
          key={thing}
          label={name}
          value={!without.includes(thing)}
          onChange={(takesPart) => onChange(takesPart ? without.filter((one) => one !== thing) : [...without, thing])}
        />
      ))}
    </Foldable>
  );
}
