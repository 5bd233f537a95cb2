import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import type { CastMember, Edit, Flat, Shot } from "../api/types";
import { engine } from "../engine/engine";
import { Heading } from "../fields/Heading";
import { LabelField } from "../fields/LabelField";
import { NumberField } from "../fields/NumberField";
import { TextField } from "../fields/TextField";
import { removeChosen } from "../shell/commands";
import { commit } from "../state/film";
import { set, useStore } from "../state/store";
import { SharpnessFact } from "./SharpnessFact";

type Change = { name?: string; x?: number; y?: number; scale?: number; hidden?: boolean };

/** Where a flat or a puppet stands. */
export function StandingCard({ shot, thing, isFlat }: { shot: Shot; thing: Flat | CastMember; isFlat: boolean }) {
  const keepSize = useStore((state) => state.keepSize);
  const change = (changes: Change): Edit =>
    isFlat
      ? { kind: "changeFlat", shotId: shot.id, flatId: thing.id, ...changes }
      : { kind: "changeCast", shotId: shot.id, castId: thing.id, ...changes };
  return (
    <>
      <Heading>{isFlat ? "Flat" : "Puppet on the stage"}</Heading>
      <TextField label="Name" value={thing.name} onWrite={(name) => void commit(change({ name }))} />
      {"label" in thing && (
        <LabelField
          value={thing.label}
          onChoose={(label) => void commit({ kind: "changeFlat", shotId: shot.id, flatId: thing.id, label })}
        />
      )}
      <NumberField
        label="Distance"
        unit="m"
        decimals={2}
        step={0.1}
        min={0.1}
        max={10000}
        value={thing.distance}
        edit={(metres) => engine.work({ kind: "putAtDistance", shot: shot.id, thing: thing.id, metres, keepSize })}
      />
      <FormControlLabel
        sx={{ my: -0.25 }}
        control={<Checkbox size="small" checked={keepSize} onChange={(_, keep) => set({ keepSize: keep })} />}
        label="Keep its size in the picture"
      />
      <NumberField label="Across" unit="px" decimals={1} step={5} value={thing.x} edit={(x) => change({ x })} />
      <NumberField label="Down" unit="px" decimals={1} step={5} value={thing.y} edit={(y) => change({ y })} />
      <NumberField
        label="Size"
        unit="%"
        decimals={1}
        step={1}
        min={0.1}
        max={100000}
        value={thing.scale * 100}
        edit={(percent) => change({ scale: percent / 100 })}
      />
      {"drawing" in thing && <SharpnessFact thing={thing.id} drawing={thing.drawing} />}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Button variant="outlined" onClick={() => void commit(change({ hidden: !thing.hidden }))}>
          {thing.hidden ? "Show" : "Hide"}
        </Button>
        <Button variant="outlined" color="error" onClick={removeChosen}>
          {isFlat ? "Take it down" : "Take off the stage"}
        </Button>
      </Box>
    </>
  );
}
