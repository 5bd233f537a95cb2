import type { Edit, FilmChange } from "../api/types";

/**
 * On twos, or in a rough pass, one drawing stands for several frames, and what is posed on any of them is keyed where the drawing was made.
 * That frame, when it is another than the one that was posed on.
 */
export function keyedAt(edit: Edit, change: FilmChange): number | null {
  const put = keysOfDrawings(edit);
  if (put.length === 0) return null;
  const frames = put.flatMap(({ shotId, frame, values }) => {
    const owners = new Set(values.map(({ address }) => address.owner));
    const told = change.inShots.find(({ id }) => id === shotId);
    const keyed = [
      ...(told?.inTracks ?? []).map(({ address, keys }) => ({ address, keys: keys?.put ?? [] })),
      ...(told?.tracks?.put ?? []),
    ]
      .filter(({ address }) => owners.has(address.owner))
      .flatMap(({ keys }) => keys.map((key) => key.frame))
      .filter((at) => at <= frame);
    return keyed.length === 0 || keyed.includes(frame) ? [] : [Math.max(...keyed)];
  });
  return frames.length === 0 ? null : Math.max(...frames);
}

const keysOfDrawings = (edit: Edit): Extract<Edit, { kind: "setKeys" }>[] =>
  edit.kind === "together" ? edit.edits.flatMap(keysOfDrawings) : edit.kind === "setKeys" && edit.drawn ? [edit] : [];
