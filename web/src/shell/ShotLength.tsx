import Button from "@mui/material/Button";
import { useState } from "react";
import type { Shot } from "../api/types";
import { CheckField } from "../fields/CheckField";
import { NumberField } from "../fields/NumberField";
import { Setting } from "../fields/Setting";
import { commit } from "../state/film";
import { useStore } from "../state/store";
import { words } from "../words/shell";
import { units } from "../words/units";

/** How long a shot is: with its keys as they stand or in proportion; and frames that come in or go at the saw blade. */
export function ShotLength({ shot }: { shot: Shot }) {
  const frame = useStore((state) => state.frame);
  const [stretch, setStretch] = useState(false);
  const [count, setCount] = useState(12);
  const going = Math.min(count, shot.length - frame + 1, shot.length - 1);
  return (
    <>
      <NumberField
        label={words.length}
        unit={units.frames}
        decimals={0}
        step={1}
        min={1}
        max={100000}
        value={shot.length}
        edit={(value) => {
          const length = Math.round(value);
          return stretch
            ? { kind: "stretchShot", shotId: shot.id, length }
            : { kind: "changeShot", shotId: shot.id, length };
        }}
      />
      <CheckField label={words.stretchKeysToo} value={stretch} onChange={setStretch} />
      <Setting label={words.framesAt(frame)} unit={units.frames} value={count} min={1} max={10000} onSet={setCount}>
        <Button onClick={() => void commit({ kind: "insertFrames", shotId: shot.id, at: frame, count })}>
          {words.insert}
        </Button>
        <Button
          disabled={going < 1}
          onClick={() => void commit({ kind: "takeOutFrames", shotId: shot.id, at: frame, count: going })}
        >
          {words.deleteIt}
        </Button>
      </Setting>
    </>
  );
}
