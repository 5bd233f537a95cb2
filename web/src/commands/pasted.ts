import type { Pasted } from "../api/types";
import { count } from "../fields/count";

/** As "12 keys on 3 rows, 2 replaced; nothing here is like Tail". */
export function pastedSaid({ keys, rows, replaced, lost }: Pasted): string {
  const came = `${count(keys, "key")} on ${count(rows, "row")}`;
  const few = lost.slice(0, 3).join(", ") + (lost.length > 3 ? ` and ${lost.length - 3} more` : "");
  return `${came}${replaced > 0 ? `, ${replaced} replaced` : ""}${lost.length > 0 ? `; nothing here is like ${few}` : ""}`;
}
