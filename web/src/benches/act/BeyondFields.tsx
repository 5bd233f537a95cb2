import Button from "@mui/material/Button";
import type { Beyond, Shot, StripRow } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { commit } from "../../state/film";
import { useStillFrame } from "../../state/useStillFrame";
import { words } from "../../words/act";
import { ofEach } from "../chosenAmong";

const beyonds: { value: Beyond; title: string }[] = [
  { value: "Stand", title: words.hold },
  { value: "Again", title: words.loop },
  { value: "ToAndFro", title: words.pingPong },
  { value: "Onward", title: words.loopAndContinue },
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
      choices={row[side] == null ? [{ value: "", title: words.valuesDiffer }, ...beyonds] : beyonds}
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
      {field(words.beforeFirstKey, "before")}
      {field(words.afterLastKey, "after")}
      {loops.length > 0 && (
        <Button
          variant="outlined"
          sx={{ mt: 1 }}
          title={words.closeLoopTip(end)}
          onClick={() =>
            void commit(
              ofEach(loops, words.closeLoops, ({ addresses, beads }) => ({
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
          {words.closeLoopAt(end)}
        </Button>
      )}
    </>
  );
}
