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
import { words } from "../../words/parts";
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
        {words.updateArtwork}
      </FileButton>
    );
  const unsure = plan.matches.filter((match) => !match.byName);
  return (
    <Box role="region" aria-label={words.updateArtwork}>
      <Heading>{file.name}</Heading>
      <Hint>{words.sameName(plan.matches.length - unsure.length)}</Hint>
      {unsure.length > 0 && (
        <>
          <Hint>{words.matchedHint}</Hint>
          {unsure.map((match) => (
            <Box key={match.layer} sx={{ fontSize: 13 }}>
              {words.likeness(match.layerName, match.partName, Math.round(match.likeness * 100))}
            </Box>
          ))}
          <CheckField label={words.updateTheseToo} value={alike} onChange={setAlike} />
        </>
      )}
      {plan.newLayers.length > 0 && (
        <>
          <Hint>{words.newLayers(plan.newLayers.join(", "))}</Hint>
          <CheckField label={words.addAsParts} value={added} onChange={setAdded} />
        </>
      )}
      {plan.missingParts.length > 0 && <Hint>{words.missingParts(plan.missingParts.join(", "))}</Hint>}
      {plan.posed && (
        <>
          <Hint>{words.posedHint(plan.posed)}</Hint>
          <CheckField label={words.useAsRestDrawing} value={atRest} onChange={setAtRest} />
        </>
      )}
      <Box sx={{ display: "flex", gap: 0.5, mt: 0.5 }}>
        <Button variant="contained" disabled={plan.posed != null && !atRest} onClick={() => void redraw()}>
          {words.update}
        </Button>
        <Button variant="outlined" onClick={leave}>
          {words.cancel}
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
        {words.importAsNewPuppet}
      </Button>
    </Box>
  );
}
