import { enqueueSnackbar } from "notistack";
import { api } from "../api/client";
import type { ArtReport } from "../api/types";
import { FileButton } from "../fields/FileButton";
import { onServer } from "../state/film";
import { set } from "../state/store";

/** Says what came in and what was left out. */
export function report(file: string, art: ArtReport): void {
  const left = art.notes.map((note) => `${note.place}: ${note.what}`);
  const says = `${file}: ${art.parts} ${art.parts === 1 ? "part" : "parts"}, ${art.shapes} shapes.`;
  enqueueSnackbar(
    left.length === 0
      ? says
      : `${says} ${left.slice(0, 4).join(". ")}${left.length > 4 ? `, and ${left.length - 4} more` : ""}.`,
    {
      variant: left.length === 0 ? "success" : "warning",
      autoHideDuration: left.length === 0 ? 4000 : 15000,
    },
  );
}

export function BringPuppet({ variant = "outlined" }: { variant?: "outlined" | "contained" }) {
  const bring = async (file: File) => {
    const brought = await onServer((id) => api.bringPuppet(id, file));
    if (!brought) return;
    set({ puppetId: brought.thing, place: "parts", chosen: null });
    report(file.name, brought.report);
  };
  return (
    <FileButton accept=".svg,image/svg+xml" variant={variant} onFile={(file) => void bring(file)}>
      Bring in a drawing
    </FileButton>
  );
}
