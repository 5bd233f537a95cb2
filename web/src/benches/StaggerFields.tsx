import type { Edit, Gap } from "../api/types";
import { CheckField } from "../fields/CheckField";
import { NumberField } from "../fields/NumberField";
import { commit } from "../state/film";

/** Two on and one back, as strong as it comes. */
const usual = { forward: 2, back: 1, strengthPercent: 100, fadePercent: 0 };

/** Steps on and back by turns on the way: a laugh, a strain, a shiver. Both ends stay exact. */
export function StaggerFields({ gap, change }: { gap: Gap; change: (changes: Partial<Gap>) => Edit }) {
  const { stagger } = gap;
  const edit =
    (name: keyof typeof usual) =>
    (value: number): Edit => {
      const next = { ...usual, ...stagger, [name]: name === "forward" || name === "back" ? Math.round(value) : value };
      // As many back as on would never arrive.
      return change({ stagger: { ...next, back: Math.min(next.back, next.forward - 1) } });
    };
  const steps = { unit: "fr.", decimals: 0, step: 1, max: 48 };
  const percent = { unit: "%", decimals: 0, step: 5, min: 0 };
  return (
    <>
      <CheckField
        label="Stagger, on and back"
        value={stagger != null}
        onChange={(on) => void commit(change({ stagger: on ? usual : null }))}
      />
      {stagger && (
        <>
          <NumberField label="Frames on" {...steps} min={1} value={stagger.forward} edit={edit("forward")} />
          <NumberField label="Frames back" {...steps} min={0} value={stagger.back} edit={edit("back")} />
          <NumberField
            label="Strength"
            {...percent}
            max={200}
            value={stagger.strengthPercent ?? usual.strengthPercent}
            edit={edit("strengthPercent")}
          />
          <NumberField
            label="Fade at both ends"
            {...percent}
            max={50}
            value={stagger.fadePercent ?? usual.fadePercent}
            edit={edit("fadePercent")}
          />
        </>
      )}
    </>
  );
}
