import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { api } from "../../../api/client";
import type { Puppet, Shot } from "../../../api/types";
import { CommandButton } from "../../../commands/CommandButton";
import { chooseMouth } from "../../../commands/mouths";
import { FileButton } from "../../../fields/FileButton";
import { Heading, Hint } from "../../../fields/Heading";
import { onServer, tell } from "../../../state/film";
import { useStore } from "../../../state/store";
import { mouths, stretchAt } from "../../../strip/sound/cues";
import { words } from "../../../words/sound";
import { MouthFields } from "./MouthFields";

/** The mouths to choose from for the chosen frames, and what they are on this puppet. */
export function CueCard({ shot, owner, puppet }: { shot: Shot; owner: string; puppet: Puppet }) {
  const filmId = useStore((state) => state.filmId);
  const frame = useStore((state) => state.frame);
  const spoken = useStore((state) => (state.spoken?.owner === owner ? state.spoken : null));
  const shown = stretchAt(shot, owner, spoken?.from ?? frame)?.mouth;
  const bring = (file: File) => void onServer((id) => api.bringCues(id, shot.id, owner, file)).catch(tell);
  const path = `/api/films/${filmId}/shots/${shot.id}/cues/${owner}`;
  const speaks = shot.cues.some((cue) => cue.owner === owner);
  return (
    <>
      <Heading>{spoken ? words.cueFrames(spoken.from, spoken.to) : words.mouth}</Heading>
      <Hint>{words.typeCuesHint}</Hint>
      <Box sx={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 0.5, mt: 1 }}>
        {mouths.map(({ mouth, key, title, says }) => (
          <Button
            key={mouth}
            variant={mouth === shown ? "contained" : "outlined"}
            aria-pressed={mouth === shown}
            title={says}
            onClick={() => void chooseMouth(mouth)}
            sx={{ justifyContent: "space-between" }}
          >
            <span>{title}</span>
            <Box component="kbd" sx={{ font: "inherit", fontSize: 12, opacity: 0.8 }}>
              {key.toUpperCase()}
            </Box>
          </Button>
        ))}
      </Box>
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <CommandButton command="cues-earlier">{words.allEarlier}</CommandButton>
        <CommandButton command="cues-later">{words.allLater}</CommandButton>
      </Box>
      <MouthFields puppet={puppet} />
      <Heading>{words.cueFiles}</Heading>
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
        <FileButton accept=".vtt,.tsv,.txt" variant="outlined" onFile={bring}>
          {words.importCues}
        </FileButton>
        <Button variant="outlined" href={`${path}.vtt`} download disabled={!speaks}>
          {words.webVTT}
        </Button>
        <Button variant="outlined" href={`${path}.tsv`} download disabled={!speaks}>
          {words.tabs}
        </Button>
      </Box>
    </>
  );
}
