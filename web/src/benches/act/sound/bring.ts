import { api } from "../../../api/client";
import { onServer, reading, tell } from "../../../state/film";
import { get, set } from "../../../state/store";

/** Endings of recordings that are taken. */
export const soundFiles = ".wav,.flac,.mp3,.ogg,.opus,.m4a,.aac,.aif,.aiff,.mp4,.mov,.webm,.mkv";

export const isSound = (name: string) => soundFiles.split(",").some((ending) => name.toLowerCase().endsWith(ending));

/** A recording comes to stand at the saw blade. */
export async function bringSound(file: File): Promise<void> {
  const { shotId, frame } = get();
  if (shotId === null) return;
  const brought = await reading(file, () => onServer((id) => api.bringSound(id, shotId, frame, file))).catch(tell);
  if (brought) set({ chosen: { kind: "sound", thing: brought.use }, also: [] });
}
