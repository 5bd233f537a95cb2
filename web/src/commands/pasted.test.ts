import { expect, test } from "vitest";
import { pastedSaid } from "./pasted";

test("what was pasted is told by counts, with what went for it and what found no place", () => {
  expect(pastedSaid({ keys: 1, rows: 1, replaced: 0, lost: [] })).toBe("1 key on 1 row");
  expect(pastedSaid({ keys: 12, rows: 3, replaced: 2, lost: ["Tail"] })).toBe(
    "12 keys on 3 rows, 2 replaced; nothing here matches Tail",
  );
  expect(pastedSaid({ keys: 2, rows: 1, replaced: 0, lost: ["A", "B", "C", "D", "E"] })).toContain(
    "A, B, C and 2 more",
  );
});
