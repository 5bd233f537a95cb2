import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import { api } from "../../api/client";
import type { Puppet, RedrawPlan } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { FileButton } from "../../fields/FileButton";
import { Heading, Hint } from "../../fields/Heading";
import { report } from "../../shell/ArtNews";
import { onServer, reading, tell } from "../../state/film";
import { get, set, useStore } from "../../state/store";
import { artFiles, bringAnother } from "../BringPuppet";

/** Brings the puppet's file in again: what belongs together is shown first, then drawings are exchanged and the rig stays. */
export function Redraw({ puppet }: { puppet: Puppet }) {
  // It belongs to the puppet that it was brought in for, whichever is looked at meanwhile.
  const file = useStore((state) => (state.redrawn?.puppet === puppet.id ? state.redrawn.file : null));
  const [plan, setPlan] = useState<RedrawPlan | null>(null);
  const [alike, setAlike] = useState(true);
  const [added, setAdded] = useState(true);
  const [atRest, setAtRest] = useState(false);
  const leave = () => {
    setPlan(null);
    set({ redrawn: null });
  };
  useEffect(() => {
    if (file === null) return;
    let wanted = true;
    reading(file, () => api.planRedraw(get().filmId ?? "", puppet.id, file)).then(
      (found) => wanted && setPlan(found),
      (problem) => {
        tell(problem);
        set({ redrawn: null });
      },
    );
    return () => {
      wanted = false;
    };
  }, [file, puppet.id]);
  const redraw = async () => {
    if (file === null) return;
    const brought = await reading(file, () => onServer((id) => api.redraw(id, puppet.id, file, alike, added)));
    leave();
    if (brought) report(file.name, brought.report);
  };
  if (plan === null || file === null)
    return (
      <FileButton
        accept={artFiles}
        variant="outlined"
        sx={{ mt: 1 }}
        onFile={(chosen) => set({ redrawn: { puppet: puppet.id, file: chosen } })}
      >
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
        <Hint>
          Not in the file, and kept: {plan.missingParts.join(", ")}. What rides on moved art goes along with it.
        </Hint>
      )}
      {plan.posed && (
        <>
          <Hint>
            This file shows the puppet posed, at {plan.posed}. As rest art it would be bent already before anything is
            posed. Send the puppet out “at rest” to redraw it.
          </Hint>
          <CheckField label="Take it for rest art all the same" value={atRest} onChange={setAtRest} />
        </>
      )}
      <Box sx={{ display: "flex", gap: 0.5, mt: 0.5 }}>
        <Button variant="contained" disabled={plan.posed != null && !atRest} onClick={() => void redraw()}>
          Redraw
        </Button>
        <Button variant="outlined" onClick={leave}>
          Leave it
        </Button>
      </Box>
      <Button
        variant="outlined"
        sx={{ mt: 0.5 }}
        onClick={() => {
          leave();
          void bringAnother(file);
        }}
      >
        It is another puppet
      </Button>
    </Box>
  );
}
