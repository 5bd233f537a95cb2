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
import { commit } from "../state/film";
import { set, useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { setTitle } from "../words/inSentence";
import { words } from "../words/scenery";
import { allOf, chosenAmong, givenTo, ofEach } from "./chosenAmong";
import { keyed, linesOf } from "./eachChosen";
import { SharpnessFact } from "./SharpnessFact";
import { ValueNumber } from "./ValueNumber";

type ChangeThing = Extract<Edit, { kind: "changeThing" }>;
type Changes = Partial<Omit<ChangeThing, "kind" | "shotId" | "thingId">>;

/** Properties of a stand, and what they are called in the edit that changes them for the whole shot. */
const members = { x: "x", y: "y", size: "sizePercent", turn: "turnDegrees", opacity: "opacityPercent" } as const;

/** Where a thing stands, and what is chosen besides it: for the whole shot, and at this frame what of that is keyed. */
export function StandingCard({ shot, thing }: { shot: Shot; thing: Thing }) {
  const keepSize = useStore((state) => state.keepSize);
  const frame = useStillFrame();
  const values = useAnswer({ kind: "values", view: { shot: shot.id }, frame, owner: thing.id, thing: "stand" });
  const isPicture = thing.body.kind === "picture";
  const also = useStore((state) => state.also);
  const things = chosenAmong(shot.things, thing, also);
  const one = (changes: Changes, thingId = thing.id): Edit => ({
    kind: "changeThing",
    shotId: shot.id,
    thingId,
    ...changes,
  });
  const change = (changes: Changes) => ofEach(things, words.changeStageItems, ({ id }) => one(changes, id));
  const put = (line: ValueLine, value: number): Edit | Promise<Edit> => {
    const { owner, property } = line.address;
    if (property === "distance")
      return engine.work({ kind: "putAtDistance", shot: shot.id, thing: owner, frame, metres: value, keepSize });
    return line.keyed
      ? keyed(shot.id, frame, line, value)
      : one({ [members[property as keyof typeof members]]: value }, owner);
  };
  const putEach = async (line: ValueLine, value: number, by: number | null): Promise<Edit> => {
    const others = things.slice(1).map(({ id }) => ({ owner: id, thing: "stand" }));
    const more = await linesOf(others, line.address.property, shot.id, frame);
    const edits = [put(line, value), ...more.map((of) => put(of, givenTo(of, value, by)))];
    return allOf(edits, setTitle(line.title));
  };
  const lines = values?.lines.filter((line) => line.choices.length === 0) ?? [];
  return (
    <>
      <Heading>
        {things.length > 1 ? words.itemCount(things.length) : isPicture ? words.sceneryPiece : words.puppetOnStage}
      </Heading>
      <TextField label={words.name} value={thing.name} onWrite={(name) => void commit(one({ name }))} />
      <LabelField value={thing.label} onChoose={(label) => void commit(change({ label }))} />
      {lines.map((line) => (
        <Box key={line.address.property}>
          <ValueNumber line={line} keys={line.keyed} edit={(value, by) => putEach(line, value, by)} />
          {line.address.property === "distance" && (
            <FormControlLabel
              sx={{ my: -0.25 }}
              control={<Checkbox size="small" checked={keepSize} onChange={(_, keep) => set({ keepSize: keep })} />}
              label={words.keepSizeInPicture}
            />
          )}
        </Box>
      ))}
      <CheckField
        label={words.turnToFaceCamera}
        value={thing.stand.facesCamera}
        onChange={(facesCamera) => void commit(change({ facesCamera }))}
      />
      {thing.body.kind === "picture" && <SharpnessFact thing={thing.id} drawing={thing.body.drawing} />}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Tooltip title={words.keyPositionTip}>
          <Button
            variant="contained"
            onClick={() => {
              const stands = things.map(({ id }) => engine.work({ kind: "keyStand", shot: shot.id, owner: id, frame }));
              void commit(allOf(stands, words.keyPositions));
            }}
          >
            {words.keyPosition}
          </Button>
        </Tooltip>
        <Button variant="outlined" onClick={() => void commit(change({ hidden: !thing.hidden }))}>
          {thing.hidden ? words.show : words.hide}
        </Button>
        <Button variant="outlined" onClick={() => void commit(change({ locked: !thing.locked }))}>
          {thing.locked ? words.unlock : words.lock}
        </Button>
        <CommandButton command="remove" color="error">
          {things.length > 1
            ? words.deleteItems(things.length)
            : isPicture
              ? words.deleteFromStage
              : words.deleteFromStage}
        </CommandButton>
      </Box>
    </>
  );
}
