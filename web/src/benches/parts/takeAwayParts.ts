import type { Edit, Puppet } from "../../api/types";

/** Takes parts away in one undo step; what rides on them and stays goes on with what they rode on. */
export const takeAwayParts = (puppet: Puppet, ids: string[]): Edit => ({
  kind: "together",
  says: ids.length === 1 ? "Took a part away" : "Took parts away",
  edits: ids.map((partId) => ({ kind: "removePart", puppetId: puppet.id, partId })),
});
