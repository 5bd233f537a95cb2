import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import Tooltip from "@mui/material/Tooltip";
import type { Edit, Shot, Thing, ValueLine } from "../api/types";
import { CommandButton } from "../commands/CommandButton";
import { engine } from "../engine/engine";
import { CheckField } from "../fields/CheckField";
import { Heading } from "../fields/Heading";
import { LabelField } from "../fields/LabelField";
import { TextField } from "../fields/TextField";
import { commit, wish } from "../state/film";
import { set, useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { SharpnessFact } from "./SharpnessFact";
import { keyed, ValueNumber } from "./ValueNumber";

type ChangeThing = Extract<Edit, { kind: "changeThing" }>;
type Changes = Partial<Omit<ChangeThing, "kind" | "shotId" | "thingId">>;

/** Properties of a stand, and what they are called in the edit that changes them for the whole shot. */
const members = { x: "x", y: "y", size: "sizePercent", turn: "turnDegrees", opacity: "opacityPercent" } as const;

/** Where a thing stands: for the whole shot, and at this frame what of that is keyed. */
export function StandingCard({ shot, thing }: { shot: Shot; thing: Thing }) {
  const keepSize = useStore((state) => state.keepSize);
  const frame = useStillFrame();
  const values = useAnswer({ kind: "values", view: { shot: shot.id }, frame, owner: thing.id, thing: "stand" });
  const isPicture = thing.body.kind === "picture";
  const change = (changes: Changes): Edit => ({ kind: "changeThing", shotId: shot.id, thingId: thing.id, ...changes });
  const put = (line: ValueLine, value: number): Edit | Promise<Edit> => {
    const property = line.address.property;
    if (property === "distance")
      return engine.work({ kind: "putAtDistance", shot: shot.id, thing: thing.id, frame, metres: value, keepSize });
    return line.keyed
      ? keyed(shot.id, frame, line, value)
      : change({ [members[property as keyof typeof members]]: value });
  };
  const lines = values?.lines.filter((line) => line.choices.length === 0) ?? [];
  return (
    <>
      <Heading>{isPicture ? "Flat" : "Puppet on the stage"}</Heading>
      <TextField label="Name" value={thing.name} onWrite={(name) => void commit(change({ name }))} />
      <LabelField value={thing.label} onChoose={(label) => void commit(change({ label }))} />
      {lines.map((line) => (
        <Box key={line.address.property}>
          <ValueNumber line={line} edit={(value) => put(line, value)} />
          {line.address.property === "distance" && (
            <FormControlLabel
              sx={{ my: -0.25 }}
              control={<Checkbox size="small" checked={keepSize} onChange={(_, keep) => set({ keepSize: keep })} />}
              label="Keep its size in the picture"
            />
          )}
        </Box>
      ))}
      <CheckField
        label="Faces the camera when it pans and tilts"
        value={thing.stand.facesCamera}
        onChange={(facesCamera) => void commit(change({ facesCamera }))}
      />
      {thing.body.kind === "picture" && <SharpnessFact thing={thing.id} drawing={thing.body.drawing} />}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Tooltip title="From here on these values have keys: it moves on the stage from one to the next">
          <Button
            variant="contained"
            onClick={() => void wish({ kind: "keyStand", shot: shot.id, owner: thing.id, frame })}
          >
            Key where it stands
          </Button>
        </Tooltip>
        <Button variant="outlined" onClick={() => void commit(change({ hidden: !thing.hidden }))}>
          {thing.hidden ? "Show" : "Hide"}
        </Button>
        <Button variant="outlined" onClick={() => void commit(change({ locked: !thing.locked }))}>
          {thing.locked ? "Unlock" : "Lock"}
        </Button>
        <CommandButton command="remove" color="error">
          {isPicture ? "Take it down" : "Take off the stage"}
        </CommandButton>
      </Box>
    </>
  );
}
