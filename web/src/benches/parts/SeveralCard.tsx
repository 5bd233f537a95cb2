import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit, Puppet } from "../../api/types";
import { Heading } from "../../fields/Heading";
import { LabelField } from "../../fields/LabelField";
import { commit } from "../../state/film";
import { Duplicate } from "./Duplicate";
import { Recolour } from "./Recolour";

/** What is done to several parts at once; each is one undo step. */
export function SeveralCard({ puppet, ids }: { puppet: Puppet; ids: string[] }) {
  const chosen = puppet.parts.filter((part) => ids.includes(part.id));
  const all = (says: string, changes: Partial<Extract<Edit, { kind: "changePart" }>>): Edit => ({
    kind: "together",
    says,
    edits: chosen.map((part) => ({ kind: "changePart", puppetId: puppet.id, partId: part.id, ...changes })),
  });
  const label = chosen[0]?.label ?? "Petrol";
  const hidden = chosen.every((part) => part.hidden);
  const locked = chosen.every((part) => part.locked);
  const tucked = chosen.every((part) => part.tuckedAway);
  return (
    <>
      <Heading>{chosen.length} parts</Heading>
      <LabelField value={label} onChoose={(next) => void commit(all("Coloured labels", { label: next }))} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Button
          variant="outlined"
          onClick={() => void commit(all(hidden ? "Showed parts" : "Hid parts", { hidden: !hidden }))}
        >
          {hidden ? "Show" : "Hide"}
        </Button>
        <Button
          variant="outlined"
          onClick={() => void commit(all(locked ? "Unlocked parts" : "Locked parts", { locked: !locked }))}
        >
          {locked ? "Unlock" : "Lock"}
        </Button>
        <Button
          variant="outlined"
          onClick={() => void commit(all(tucked ? "Brought parts back" : "Tucked parts away", { tuckedAway: !tucked }))}
        >
          {tucked ? "Bring back" : "Tuck away"}
        </Button>
      </Box>
      <Duplicate puppet={puppet} ids={ids} />
      <Recolour puppet={puppet} ids={ids} />
    </>
  );
}
