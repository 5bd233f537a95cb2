import type { Edit, Gap, Stagger } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { words } from "../../words/timing";
import { patternOf, patternSaid, staggers } from "./patterns";

/** As strong as it comes. */
const usual: Stagger = { forward: 2, back: 1, strengthPercent: 100, fadePercent: 0, pattern: [] };

const Typed = "typed";

/** Steps on and back on the way: a laugh, a strain, a shiver. Both ends stay exact. */
export function StaggerFields({ gap, change }: { gap: Gap; change: (changes: Partial<Gap>) => Edit }) {
  const { stagger } = gap;
  const steps = stagger ? patternSaid(stagger) : "";
  const known = staggers.find(({ pattern }) => pattern === steps);
  const choose = (pattern: string) => {
    if (pattern === "") return void commit(change({ stagger: null }));
    const of = patternOf(pattern === Typed ? steps || "2 -1" : pattern);
    if (of) void commit(change({ stagger: { ...usual, ...stagger, pattern: of } }));
  };
  const edit = (name: "strengthPercent" | "fadePercent") => (value: number) =>
    change({ stagger: { ...usual, ...stagger, [name]: value } });
  const percent = { unit: "%", decimals: 0, step: 5, min: 0 };
  return (
    <>
      <ChoiceField
        label={words.stagger}
        value={stagger ? (known?.pattern ?? Typed) : ""}
        choices={[
          { value: "", title: words.none },
          ...staggers.map(({ pattern, title }) => ({ value: pattern, title })),
          { value: Typed, title: words.typed },
        ]}
        onChoose={choose}
      />
      {stagger && (
        <>
          <TextField
            label={words.framesOnBack}
            value={steps}
            onWrite={(text) => {
              const pattern = patternOf(text);
              if (pattern) void commit(change({ stagger: { ...usual, ...stagger, pattern } }));
            }}
          />
          <NumberField
            label={words.strength}
            {...percent}
            max={200}
            value={stagger.strengthPercent ?? 100}
            edit={edit("strengthPercent")}
          />
          <NumberField
            label={words.fadeAtBothEnds}
            {...percent}
            max={50}
            value={stagger.fadePercent ?? 0}
            edit={edit("fadePercent")}
          />
          <Hint>{words.staggerHint}</Hint>
        </>
      )}
    </>
  );
}
