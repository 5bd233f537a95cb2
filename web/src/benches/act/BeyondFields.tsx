import Button from "@mui/material/Button";
import type { Beyond, Shot, StripRow } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { commit } from "../../state/film";
import { useStillFrame } from "../../state/useStillFrame";
import { ofEach } from "../chosenAmong";

const beyonds: { value: Beyond; title: string }[] = [
  { value: "Stand", title: "Stands still" },
  { value: "Again", title: "The same again" },
  { value: "ToAndFro", title: "To and fro" },
  { value: "Onward", title: "Travels on" },
];

/**
 * What the keys of one thing do before the first of them and after the last; set of all that are chosen. A loop closes at its last key,
 * or later at the saw blade.
 *
 * @param rows of all that are chosen.
 */
export function BeyondFields({ shot, row, rows }: { shot: Shot; row: StripRow; rows: StripRow[] }) {
  const frame = useStillFrame();
  const loops = rows.filter(({ beads }) => beads.length > 1);
  const end = Math.max(frame, ...loops.map(({ beads }) => beads.at(-1)?.frame ?? 1));
  const field = (label: string, side: "before" | "after") => (
    <ChoiceField
      label={label}
      value={row[side] ?? ""}
      choices={row[side] == null ? [{ value: "", title: "its values differ" }, ...beyonds] : beyonds}
      onChoose={(way) =>
        way !== "" &&
        void commit({
          kind: "setBeyond",
          shotId: shot.id,
          owner: null,
          addresses: rows.flatMap(({ addresses }) => addresses),
          [side]: way as Beyond,
        })
      }
    />
  );
  return (
    <>
      {field("Before its first key", "before")}
      {field("After its last key", "after")}
      {loops.length > 0 && (
        <Button
          variant="outlined"
          sx={{ mt: 1 }}
          title={`The first key comes to ${end} as well`}
          onClick={() =>
            void commit(
              ofEach(loops, "Closed loops", ({ addresses, beads }) => ({
                kind: "copyKeys",
                shotId: shot.id,
                chosen: [{ addresses, frames: [beads[0]?.frame ?? 1] }],
                frame: end,
                copies: 1,
                apart: 0,
                toThings: [],
                replaces: false,
              })),
            )
          }
        >
          Close the loop at {end}
        </Button>
      )}
    </>
  );
}
