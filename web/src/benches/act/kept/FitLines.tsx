import Button from "@mui/material/Button";
import { useState } from "react";
import type { AnswerTo, Kept, Puppet } from "../../../api/types";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Foldable } from "../../../fields/Foldable";
import { Hint } from "../../../fields/Heading";
import { commit } from "../../../state/film";
import { useAnswer } from "../../../state/useAnswer";
import { words } from "../../../words/library";

type FitLine = AnswerTo<"fits">["lines"][number];

const byWhat: Record<FitLine["by"], string> = {
  Nothing: words.noMatch,
  Hand: "",
  Name: "",
  Same: words.byName,
  Role: words.byRole,
};

/** Names that are the same say enough. */
const isSure = ({ by }: FitLine) => by === "Name" || by === "Same";

/** Which of a puppet's controls take what was kept; corrected here, it holds for all that is kept. */
export function FitLines({ kept, puppet }: { kept: Kept; puppet: Puppet }) {
  const fits = useAnswer({ kind: "fits", kept: kept.id, puppet: puppet.id });
  const [all, setAll] = useState(false);
  if (fits === null) return null;
  const shown = fits.lines.filter((line) => all || !isSure(line));
  const missing = fits.lines.filter((line) => line.thing == null).length;
  return (
    <>
      <Foldable title={words.matchesOn(puppet.name)} count={fits.lines.length - missing}>
        {shown.map((line) => (
          <ChoiceField
            key={line.control}
            label={byWhat[line.by] ? `${line.name} (${byWhat[line.by]})` : line.name}
            value={line.thing ?? ""}
            marked={line.thing == null}
            choices={[
              { value: "", title: words.nothing },
              ...fits.things
                .filter(({ kind }) => kind === line.kind)
                .map(({ id, name }) => ({ value: id, title: name })),
            ]}
            onChoose={(thing) =>
              void commit({ kind: "knowControlAs", puppetId: puppet.id, name: line.name, of: line.kind, thing })
            }
          />
        ))}
        {(all || shown.length < fits.lines.length) && (
          <Button size="small" onClick={() => setAll(!all)}>
            {all ? words.unsureOnly : words.all(fits.lines.length)}
          </Button>
        )}
      </Foldable>
      {missing > 0 && <Hint>{words.noMatchOn(missing, puppet.name)}</Hint>}
    </>
  );
}
