import type { Edit, Puppet } from "../../api/types";
import { words } from "../../words/parts";

/** Takes parts away in one undo step; what rides on them and stays goes on with what they rode on. */
export const takeAwayParts = (puppet: Puppet, ids: string[]): Edit => ({
  kind: "together",
  says: ids.length === 1 ? words.deletePart : words.deleteParts,
  edits: ids.map((partId) => ({ kind: "removePart", puppetId: puppet.id, partId })),
});
