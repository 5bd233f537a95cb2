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
import { words } from "../../words/rig";

/** Drawings that can show in a part's place. */
export function SwapsCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const also = useStore((state) => state.also).filter((id) => id !== part.id);
  const put = (swap: Swap): Edit => ({ kind: "putOnPart", puppetId: puppet.id, partId: part.id, swap });
  return (
    <>
      <Heading>{words.swaps}</Heading>
      {part.swaps.length === 0 && <Hint>{words.swapsHint}</Hint>}
      {part.swaps.map((swap, i) => (
        <Box key={swap.id}>
          <TextField label={`${i + 1}`} value={swap.name} onWrite={(name) => void commit(put({ ...swap, name }))} />
          {(["x", "y"] as const).map((axis) => (
            <NumberField
              key={axis}
              label={axis === "x" ? words.pivotX : words.pivotY}
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
            {words.deleteSwap(swap.name)}
          </Button>
        </Box>
      ))}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 0.5 }}>
        {also.length > 0 && (
          <Button
            variant="contained"
            onClick={() => void wish({ kind: "gatherSwaps", puppet: puppet.id, part: part.id, others: also })}
          >
            {words.gatherAsSwaps(also.length)}
          </Button>
        )}
        <FileButton
          accept=".png,.svg"
          variant="outlined"
          title={words.importSwapsTip}
          onFiles={(files) => void onServer((id) => api.bringSwaps(id, puppet.id, part.id, files)).catch(tell)}
        >
          {words.importSwaps}
        </FileButton>
        <Button
          variant="outlined"
          onClick={() => void commit(put({ id: newId("swap"), name: words.nothing, pivot: part.pivot }))}
        >
          {words.addNothing}
        </Button>
      </Box>
    </>
  );
}
