import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import { api } from "../../api/client";
import type { Puppet, RedrawPlan } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { FileButton } from "../../fields/FileButton";
import { Heading, Hint } from "../../fields/Heading";
import { report } from "../../shell/ArtNews";
import { onServer, reading, tell } from "../../state/film";
import { get } from "../../state/store";
import { artFiles } from "../BringPuppet";

/** Brings the puppet's file in again: what belongs together is shown first, then drawings are exchanged and the rig stays. */
export function Redraw({ puppet }: { puppet: Puppet }) {
  const [file, setFile] = useState<File | null>(null);
  const [plan, setPlan] = useState<RedrawPlan | null>(null);
  const [alike, setAlike] = useState(true);
  const [added, setAdded] = useState(true);
  const look = async (chosen: File) => {
    const found = await reading(chosen, () => api.planRedraw(get().filmId ?? "", puppet.id, chosen)).catch(tell);
    if (!found) return;
    setFile(chosen);
    setPlan(found);
  };
  const redraw = async () => {
    if (file === null) return;
    const brought = await reading(file, () => onServer((id) => api.redraw(id, puppet.id, file, alike, added)));
    setPlan(null);
    if (brought) report(file.name, brought.report);
  };
  if (plan === null || file === null)
    return (
      <FileButton accept={artFiles} variant="outlined" sx={{ mt: 1 }} onFile={(chosen) => void look(chosen)}>
        Bring redrawn art in
      </FileButton>
    );
  const unsure = plan.matches.filter((match) => !match.byName);
  return (
    <Box role="region" aria-label="Redrawn art">
      <Heading>{file.name}</Heading>
      <Hint>{plan.matches.length - unsure.length} parts found by their names: their drawings are exchanged.</Hint>
      {unsure.length > 0 && (
        <>
          <Hint>By place and shape, please look:</Hint>
          {unsure.map((match) => (
            <Box key={match.layer} sx={{ fontSize: 13 }}>
              {match.layerName} → {match.partName}, {Math.round(match.likeness * 100)} % alike
            </Box>
          ))}
          <CheckField label="Exchange these too" value={alike} onChange={setAlike} />
        </>
      )}
      {plan.newLayers.length > 0 && (
        <>
          <Hint>New: {plan.newLayers.join(", ")}.</Hint>
          <CheckField label="Add them as parts" value={added} onChange={setAdded} />
        </>
      )}
      {plan.missingParts.length > 0 && (
        <Hint>Not in the file, and left as they are: {plan.missingParts.join(", ")}.</Hint>
      )}
      <Box sx={{ display: "flex", gap: 0.5, mt: 0.5 }}>
        <Button variant="contained" onClick={() => void redraw()}>
          Redraw
        </Button>
        <Button variant="outlined" onClick={() => setPlan(null)}>
          Leave it
        </Button>
      </Box>
    </Box>
  );
}
