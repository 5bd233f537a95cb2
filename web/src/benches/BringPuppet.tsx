import { api } from "../api/client";
import { FileButton } from "../fields/FileButton";
import { report } from "../shell/ArtNews";
import { onServer, reading } from "../state/film";
import { set } from "../state/store";

/** What layered art is read. */
export const artFiles = ".svg,.ora,.zip,.png,image/svg+xml,image/openraster,image/png";

/** Brings a layered drawing in as a puppet. */
export async function bringPuppet(file: File): Promise<void> {
  const brought = await reading(file, () => onServer((id) => api.bringPuppet(id, file)));
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
