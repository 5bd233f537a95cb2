import { api } from "../api/client";
import { FileButton } from "../fields/FileButton";
import { report } from "../shell/ArtNews";
import { onServer, reading } from "../state/film";
import { get, set } from "../state/store";
import { words } from "../words/places";

/** What layered art is read. */
export const artFiles = ".svg,.ora,.zip,.png,image/svg+xml,image/openraster,image/png";

/**
 * Brings a layered drawing in as a puppet. Where there is one of its name, it may be the same drawing, redrawn: what belongs
 * together is shown first, and the animator says which it is. Files that went out say behind the name when the puppet looked so.
 */
export async function bringPuppet(file: File): Promise<void> {
  const name = bare(file.name.replace(/( at rest| frame [\d.]+)?\.[^.]*$/, ""));
  const same = get().film?.puppets.find((puppet) => bare(puppet.name) === name);
  if (same) set({ puppetId: same.id, place: "parts", chosen: null, also: [], redrawn: { puppet: same.id, file } });
  else await bringAnother(file);
}

/** A name without what files and titles write differently. */
const bare = (name: string) => name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, "");

/** Brings it in beside what there is. */
export async function bringAnother(file: File): Promise<void> {
  const brought = await reading(file, () => onServer((id) => api.bringPuppet(id, file)));
  if (!brought) return;
  set({ puppetId: brought.thing, place: "parts", chosen: null, also: [] });
  report(file.name, brought.report);
}

export function BringPuppet({ variant = "outlined" }: { variant?: "outlined" | "contained" }) {
  return (
    <FileButton accept={artFiles} variant={variant} onFile={(file) => void bringPuppet(file)}>
      {words.importDrawing}
    </FileButton>
  );
}
