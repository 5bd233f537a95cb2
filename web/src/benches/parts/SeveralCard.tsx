import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import type { Edit, Puppet } from "../../api/types";
import { Heading, Hint } from "../../fields/Heading";
import { LabelField } from "../../fields/LabelField";
import { entry, row } from "../../fields/row";
import { commit } from "../../state/film";
import { newId } from "../../state/select";
import { useStore } from "../../state/store";

/** How far a copy lies from what it was made of, px. */
const Step = 24;

export const duplicate = (puppet: Puppet, partIds: string[]): Edit => ({
  kind: "duplicateParts",
  puppetId: puppet.id,
  partIds,
  by: { x: Step, y: Step },
  suffix: newId("copy"),
});

/** What is done to several parts at once; each is one undo step. */
export function SeveralCard({ puppet, ids }: { puppet: Puppet; ids: string[] }) {
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("#14606b");
  const drawings = useStore((state) => state.film?.drawings);
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
        <Button variant="outlined" onClick={() => void commit(duplicate(puppet, ids))}>
          Duplicate
        </Button>
      </Box>
      <Heading>Recolour a fill</Heading>
      {(
        [
          ["From", from, setFrom],
          ["To", to, setTo],
        ] as const
      ).map(([title, value, write]) => (
        <Box key={title} component="label" sx={{ ...row, gap: 1 }}>
          <span style={{ flex: 1 }}>{title}</span>
          <Box
            component="input"
            value={value}
            placeholder="#rrggbb"
            onChange={(event: React.ChangeEvent<HTMLInputElement>) => write(event.target.value)}
            onKeyDown={(event: React.KeyboardEvent) => event.stopPropagation()}
            sx={{ width: 90, ...entry }}
          />
          <Box
            component="span"
            sx={{
              width: 18,
              height: 18,
              borderRadius: 1,
              bgcolor: /^#[0-9a-f]{6}$/i.test(value) ? value : "transparent",
            }}
          />
        </Box>
      ))}
      <Button
        variant="outlined"
        sx={{ mt: 0.5 }}
        disabled={!/^#[0-9a-f]{6}$/i.test(from) || !/^#[0-9a-f]{6}$/i.test(to) || !drawings}
        onClick={() =>
          void commit({ kind: "recolour", puppetId: puppet.id, partIds: ids, from, to, suffix: newId("hue") })
        }
      >
        Recolour
      </Button>
      <Hint>Every fill and line of the first colour in the chosen parts gets the second.</Hint>
    </>
  );
}
