import Box from "@mui/material/Box";
import { useEffect, useState } from "react";
import { api } from "../api/client";
import { bringSound, isSound } from "../benches/act/sound/bring";
import { bringPuppet } from "../benches/BringPuppet";
import { onServer, openFilm, tell } from "../state/film";
import { get } from "../state/store";
import { words } from "../words/shell";
import { report } from "./ArtNews";

/** Art dropped on the window: a film is opened, on the stage's places a picture becomes a flat, else a puppet comes in. */
async function take(file: File): Promise<void> {
  const { place, shotId } = get();
  if (file.name.endsWith(".fretsaw")) {
    const made = await api.openBundle(file).catch(tell);
    if (made) await openFilm(made.id).catch(tell);
  } else if (isSound(file.name)) {
    await bringSound(file);
  } else if ((place === "scenery" || place === "camera") && shotId !== null && !/\.(ora|zip)$/i.test(file.name)) {
    const brought = await onServer((id) => api.bringFlat(id, shotId, 5, file));
    if (brought) report(file.name, brought.report);
  } else {
    await bringPuppet(file);
  }
}

export function DropArt() {
  const [over, setOver] = useState(false);
  useEffect(() => {
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes("Files") ?? false;
    const hover = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const drop = async (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setOver(false);
      for (const file of event.dataTransfer?.files ?? []) await take(file);
    };
    window.addEventListener("dragover", hover);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", hover);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, []);
  if (!over) return null;
  return (
    <Box
      sx={{
        position: "fixed",
        inset: 12,
        zIndex: 2000,
        border: 3,
        borderStyle: "dashed",
        borderColor: "primary.main",
        borderRadius: 3,
        display: "grid",
        placeItems: "center",
        pointerEvents: "none",
      }}
    >
      <Box sx={{ bgcolor: "background.paper", px: 3, py: 1.5, borderRadius: 2, fontSize: 16 }}>{words.dropHint}</Box>
    </Box>
  );
}
