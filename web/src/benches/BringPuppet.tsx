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

/** What layered art is read. */
export const artFiles = ".svg,.ora,.zip,.png,image/svg+xml,image/openraster,image/png";

/** Brings a layered drawing in as a puppet. */
export async function bringPuppet(file: File): Promise<void> {
  const brought = await onServer((id) => api.bringPuppet(id, file));
  if (!brought) return;
  set({ puppetId: brought.thing, place: "parts", chosen: null, also: [] });
  report(file.name, brought.report);
}

export function BringPuppet({ variant = "outlined" }: { variant?: "outlined" | "contained" }) {
  return (
    <FileButton accept={artFiles} variant={variant} onFile={(file) => void bringPuppet(file)}>
      Bring in a drawing
    </FileButton>
  );
}
