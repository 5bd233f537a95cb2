import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Part, Puppet } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { nameOf } from "../../state/select";
import { words } from "../../words/parts";

/** What the part may lie behind in the course of a shot; where it does is keyed in Act, or said by a dial. */
export function LiesBehind(props: { puppet: Puppet; part: Part; onWrite: (ids: string[]) => void }) {
  const { puppet, part, onWrite } = props;
  const free = puppet.parts.filter(({ id, drawing }) => drawing && id !== part.id && !part.mayLieBehind.includes(id));
  return (
    <>
      <ChoiceField
        label={words.canGoBehind}
        value=""
        choices={[{ value: "", title: words.select }, ...free.map(({ id, name }) => ({ value: id, title: name }))]}
        onChoose={(id) => id && onWrite([...part.mayLieBehind, id])}
      />
      {part.mayLieBehind.length > 0 && (
        <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
          {part.mayLieBehind.map((id) => (
            <Button key={id} onClick={() => onWrite(part.mayLieBehind.filter((other) => other !== id))}>
              {words.notBehindPuppet(nameOf(puppet, id))}
            </Button>
          ))}
        </Box>
      )}
    </>
  );
}
