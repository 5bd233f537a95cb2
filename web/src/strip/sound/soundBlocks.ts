import type { Edit, Sound, SoundUse } from "../../api/types";

export type SoundPart = "all" | "start" | "end" | "slide" | "fadeIn" | "fadeOut";

const secondsOf = (sound: Sound) => sound.samples / sound.rate;

/** A sound after a drag by whole frames: moved, trimmed at an end, slid within its ends, or faded. */
export function draggedSound(use: SoundUse, sound: Sound, part: SoundPart, by: number, frameRate: number): SoundUse {
  switch (part) {
    case "all":
      return { ...use, start: use.start + by };
    case "end":
      return { ...use, length: Math.max(1, use.length + by) };
    case "slide": {
      const from = use.fromSeconds - by / frameRate;
      return { ...use, fromSeconds: Math.min(Math.max(0, secondsOf(sound) - 1 / frameRate), Math.max(0, from)) };
    }
    case "fadeIn":
      return { ...use, fadeIn: Math.min(use.length, Math.max(0, use.fadeIn + by)) };
    case "fadeOut":
      return { ...use, fadeOut: Math.min(use.length, Math.max(0, use.fadeOut - by)) };
    case "start": {
      // To where the sound begins and no further; the core says the same (TrimSound).
      const room = Math.floor(use.fromSeconds * frameRate + 1e-9);
      const shift = Math.max(-room, Math.min(use.length - 1, by));
      const fromSeconds = Math.max(0, use.fromSeconds + shift / frameRate);
      return { ...use, start: use.start + shift, length: use.length - shift, fromSeconds };
    }
  }
}

/** The edit that a drag comes to. */
export function editOf(shotId: string, was: SoundUse, to: SoundUse, part: SoundPart): Edit | null {
  if (JSON.stringify(was) === JSON.stringify(to)) return null;
  if (part === "start") return { kind: "trimSound", shotId, useId: was.id, start: to.start };
  const { start, length, fromSeconds, fadeIn, fadeOut } = to;
  const changes =
    part === "all"
      ? { start }
      : part === "end"
        ? { length }
        : part === "slide"
          ? { fromSeconds }
          : part === "fadeIn"
            ? { fadeIn }
            : { fadeOut };
  return { kind: "changeSoundUse", shotId, useId: was.id, ...changes };
}
