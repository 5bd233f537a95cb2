import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { api } from "../../api/client";
import type { Edit, Part, Puppet, Swap } from "../../api/types";
import { FileButton } from "../../fields/FileButton";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit, onServer, tell, wish } from "../../state/film";
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
        <Hint>
          Mouths, hands, eyes: bring their drawings in, or choose other parts too (Ctrl+click in the list) to gather
          theirs.
        </Hint>
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
        <FileButton
          accept=".png,.svg"
          variant="outlined"
          title="PNG or SVG, one or several. What lies over the part stays where it was drawn; else its middle is laid over the part’s"
          onFiles={(files) => void onServer((id) => api.bringSwaps(id, puppet.id, part.id, files)).catch(tell)}
        >
          Bring swaps in
        </FileButton>
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
