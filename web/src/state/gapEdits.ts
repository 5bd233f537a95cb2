import type { Address, Edit, Gap } from "../api/types";

/** Edits of the gap after a frame, of an owner's card or of values by themselves. */
export const gapEdits = (shotId: string, frame: number, owner: string | null, addresses: Address[]) => ({
  put: (gap: Gap): Edit => ({ kind: "setGap", shotId, frame, gap, owner, addresses }),
  change: ({ stagger, ...changes }: Partial<Gap>): Edit => ({
    kind: "changeGap",
    shotId,
    frame,
    owner,
    addresses,
    ...changes,
    ...(stagger ? { stagger } : {}),
    withoutStagger: stagger === null,
  }),
});
