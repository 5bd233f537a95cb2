import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Puppet } from "../../api/types";
import { entry, row } from "../../fields/row";
import { set, useStore } from "../../state/store";
import { words } from "../../words/parts";
import { duplicateParts } from "./duplicateParts";

/** Copies parts with all that rides on them, and lays the copies so far off; how far stays as it was chosen last. */
export function Duplicate({ puppet, ids }: { puppet: Puppet; ids: string[] }) {
  const step = useStore((state) => state.copyStep);
  const field = (axis: "x" | "y", label: string) => (
    <Box
      component="input"
      type="number"
      aria-label={label}
      step={1}
      value={step[axis]}
      onChange={(event: React.ChangeEvent<HTMLInputElement>) => {
        const next = event.target.valueAsNumber;
        if (Number.isFinite(next)) set({ copyStep: { ...step, [axis]: next } });
      }}
      onKeyDown={(event: React.KeyboardEvent) => event.stopPropagation()}
      sx={{ width: 52, textAlign: "right", ...entry }}
    />
  );
  return (
    <>
      <Box sx={{ ...row, gap: 0.75, mt: 1 }}>
        <span style={{ flex: 1 }}>{words.offsetOfCopies}</span>
        {field("x", words.offsetOfCopiesX)}
        {field("y", words.offsetOfCopiesY)}
        <span>{words.px}</span>
      </Box>
      <Button variant="outlined" sx={{ mt: 0.75 }} onClick={() => void duplicateParts(puppet.id, ids)}>
        {words.duplicate}
      </Button>
    </>
  );
}
