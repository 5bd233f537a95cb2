import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Part, Puppet } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { words } from "../../words/parts";
import { otherCarriers } from "../rig/carriers";

/** What else may carry the part in the course of a shot; which one does is keyed in Act. */
export function OtherCarriers(props: { puppet: Puppet; part: Part; onWrite: (ids: string[]) => void }) {
  const { puppet, part, onWrite } = props;
  const titles = otherCarriers(puppet, part.id);
  const free = titles.filter(({ value }) => !part.alsoRidesOn.includes(value) && value !== (part.ridesOn ?? "body"));
  return (
    <>
      <ChoiceField
        label={words.canAttachTo}
        value=""
        choices={[{ value: "", title: words.select }, ...free]}
        onChoose={(id) => id && onWrite([...part.alsoRidesOn, id])}
      />
      {part.alsoRidesOn.length > 0 && (
        <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
          {part.alsoRidesOn.map((id) => (
            <Button key={id} onClick={() => onWrite(part.alsoRidesOn.filter((other) => other !== id))}>
              {words.detachFrom(titles.find(({ value }) => value === id)?.title ?? id)}
            </Button>
          ))}
        </Box>
      )}
    </>
  );
}
