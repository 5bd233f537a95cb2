import type { Pasted } from "../api/types";
import { words } from "../words/commands";
import { counts } from "../words/count";

/** As "12 keys on 3 rows, 2 replaced; nothing here is like Tail". */
export function pastedSaid({ keys, rows, replaced, lost }: Pasted): string {
  const came = words.pasted(counts.keys(keys), counts.rows(rows));
  const few = lost.slice(0, 3).join(", ") + (lost.length > 3 ? words.andMore(lost.length - 3) : "");
  return `${came}${replaced > 0 ? words.replaced(replaced) : ""}${lost.length > 0 ? words.unmatched(few) : ""}`;
}
