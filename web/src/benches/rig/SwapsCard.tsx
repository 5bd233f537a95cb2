import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit, Part, Puppet, Swap } from "../../api/types";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit, wish } from "../../state/film";
import { newId } from "../../state/select";
import { useStore } from "../../state/store";

/** Drawings that can show in a part's place. */
export function SwapsCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const also = useStore((state) => state.also).filter((id) => id !== part.id);
  const put = (swap: Swap): Edit => ({ kind: "putOnPart", puppetId: puppet.id, partId: part.id, swap });
  return (
    <>
      <Heading>Swaps</Heading>
      {part.swaps.length === 0 && (
        <Hint>Choose other parts too (Ctrl+click in the list) to gather their drawings here: mouths, hands, eyes.</Hint>
      )}
      {part.swaps.map((swap, i) => (
        <Box key={swap.id}>
          <TextField label={`${i + 1}`} value={swap.name} onWrite={(name) => void commit(put({ ...swap, name }))} />
          {(["x", "y"] as const).map((axis) => (
            <NumberField
              key={axis}
              label={axis === "x" ? "Pivot across" : "Pivot down"}
              unit="px"
              decimals={1}
              step={1}
              value={swap.pivot[axis]}
              edit={(value) => put({ ...swap, pivot: { ...swap.pivot, [axis]: value } })}
            />
          ))}
          <Button
            onClick={() => void commit({ kind: "takeOffPart", puppetId: puppet.id, partId: part.id, thingId: swap.id })}
          >
            Remove {swap.name}
          </Button>
        </Box>
      ))}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 0.5 }}>
        {also.length > 0 && (
          <Button
            variant="contained"
            onClick={() => void wish({ kind: "gatherSwaps", puppet: puppet.id, part: part.id, others: also })}
          >
            Gather {also.length} as swaps
          </Button>
        )}
        <Button
          variant="outlined"
          onClick={() => void commit(put({ id: newId("swap"), name: "Nothing", pivot: part.pivot }))}
        >
          Add “nothing”
        </Button>
      </Box>
    </>
  );
}
