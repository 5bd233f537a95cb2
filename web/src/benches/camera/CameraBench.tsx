import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { Group, Panel, Separator } from "react-resizable-panels";
import type { Shake, Shot } from "../../api/types";
import { CommandButton } from "../../commands/CommandButton";
import { ChoiceField } from "../../fields/ChoiceField";
import { eases, isSame, plainGap } from "../../fields/charts";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { SnagLine, snagKey, useSnags } from "../../shell/Snags";
import { LensCaption } from "../../stage/LensCaption";
import { Stage } from "../../stage/Stage";
import { commit, wish } from "../../state/film";
import { gapEdits } from "../../state/gapEdits";
import { newId, useShot } from "../../state/select";
import { useStillFrame } from "../../state/useStillFrame";
import { Strip } from "../../strip/Strip";
import { useStrip } from "../../strip/useStrip";
import { words } from "../../words/camera";
import { units } from "../../words/units";
import { useSoundCard } from "../act/sound/SoundCard";
import type { Bench } from "../Bench";
import { ChosenKeys } from "../ChosenKeys";
import { GapCard } from "../gap/GapCard";
import { PlayButton } from "../PlayButton";
import { StageList } from "../StageList";
import { ValueFields } from "../ValueFields";
import { Elevation } from "./Elevation";
import { ShakeCurve } from "./ShakeCurve";

/** Camera marks, focus marks and shake. */
export function CameraBench(): Bench {
  const shot = useShot();
  const sound = useSoundCard(shot);
  return {
    list: <StageList />,
    stage: (
      <Group orientation="horizontal" id="camera-stage">
        <Panel id="lens" minSize="200px" defaultSize="58%">
          <Stage caption={<LensCaption />} bar={<PlayButton />} empty={null} />
        </Panel>
        <Separator style={{ width: 4 }} />
        <Panel id="side" minSize="160px" defaultSize="42%">
          <Elevation />
        </Panel>
      </Group>
    ),
    card: sound ? sound : shot ? <CameraCard shot={shot} /> : null,
    strip: <Strip camera />,
  };
}

function CameraCard({ shot }: { shot: Shot }) {
  const frame = useStillFrame();
  const snags = useSnags().filter((snag) => snag.place === "camera");
  const things = shot.things.map((thing) => ({ value: thing.id, title: `${thing.name}, ${thing.stand.distance} m` }));
  const strip = useStrip("camera");
  const markHere = strip?.rows.some((row) => row.beads.some((bead) => bead.frame === frame));
  const addShake = () =>
    void commit({
      kind: "addShake",
      shotId: shot.id,
      shake: {
        id: newId("shake"),
        name: words.shakeNumber(shot.shakes.length + 1),
        strengthPercent: 1,
        rollDegrees: 0.4,
        paceHz: 7,
        startFrame: frame,
        diesAwayFrames: 20,
        seed: 1 + shot.shakes.length,
        noise: "Band",
      },
    });
  return (
    <>
      <ChosenKeys />
      <ValueFields owner="camera" thing="view" title={words.cameraAt(frame)} />
      <ChoiceField
        label={words.focusOn}
        value=""
        choices={[{ value: "", title: words.select }, ...things]}
        onChoose={(thing) => thing && void wish({ kind: "focusOn", shot: shot.id, frame, thing })}
      />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <CommandButton command="set-mark" variant="contained" says={words.setMarkTip}>
          {words.setMark}
        </CommandButton>
        <CommandButton command="hold-here" says={words.holdAllTip}>
          {words.holdAllHere}
        </CommandButton>
        {markHere && (
          <Button
            variant="outlined"
            color="error"
            onClick={() => void commit({ kind: "removeKeys", shotId: shot.id, frame, owner: "camera", addresses: [] })}
          >
            {words.deleteKeysHere}
          </Button>
        )}
      </Box>
      <Hint>{words.dragHint}</Hint>
      <GapCard owner="camera" />
      <FocusGap shot={shot} />
      {shot.shakes.map((shake) => (
        <ShakeCard key={shake.id} shot={shot} shake={shake} />
      ))}
      <Button variant="outlined" sx={{ mt: 1 }} onClick={addShake}>
        {words.addShakeHere}
      </Button>
      {snags.map((snag) => (
        <SnagLine key={snagKey(snag)} snag={snag} />
      ))}
    </>
  );
}

/** The focus pull that the current frame lies in. */
function FocusGap({ shot }: { shot: Shot }) {
  const frame = useStillFrame();
  const row = useStrip("camera")?.rows.find((one) => one.thing === "focus");
  const beads = row?.beads ?? [];
  const index = beads.findLastIndex((bead, i) => bead.frame <= frame && i + 1 < beads.length);
  const [from, to] = [beads[index], beads[index + 1]];
  if (!row || !from || !to) return beads.length < 2 ? <Hint>{words.focusPullHint}</Hint> : null;
  const gap = from.gap ?? plainGap;
  return (
    <ChoiceField
      label={words.focusPull(from.frame, to.frame)}
      value={gap.held ? "hold" : (eases.find(({ ease }) => isSame(ease, gap.ease))?.id ?? "")}
      choices={[...eases.map(({ id, title }) => ({ value: id, title })), { value: "hold", title: words.hold }]}
      onChoose={(chosen) => {
        const ease = eases.find(({ id }) => id === chosen)?.ease ?? gap.ease;
        void commit(gapEdits(shot.id, from.frame, null, row.addresses).change({ ease, held: chosen === "hold" }));
      }}
    />
  );
}

const noises = [
  { value: "Band", title: words.atPace },
  { value: "Gradient", title: words.slowerThanPace },
];

function ShakeCard({ shot, shake }: { shot: Shot; shake: Shake }) {
  const change = (changes: Partial<Shake>) => ({
    kind: "changeShake" as const,
    shotId: shot.id,
    shakeId: shake.id,
    ...changes,
  });
  return (
    <>
      <Heading
        right={
          <Button onClick={() => void commit({ kind: "removeShake", shotId: shot.id, shakeId: shake.id })}>
            {words.deleteIt}
          </Button>
        }
      >
        {words.shakeNamed(shake.name)}
      </Heading>
      <ShakeCurve shot={shot.id} shake={shake.id} />
      <TextField label={words.name} value={shake.name} onWrite={(name) => void commit(change({ name }))} />
      <NumberField
        label={words.strength}
        unit="%"
        decimals={1}
        step={0.1}
        min={0}
        max={100}
        value={shake.strengthPercent}
        edit={(strengthPercent) => change({ strengthPercent })}
      />
      <NumberField
        label={words.roll}
        unit="°"
        decimals={1}
        step={0.1}
        min={0}
        max={90}
        value={shake.rollDegrees}
        edit={(rollDegrees) => change({ rollDegrees })}
      />
      <NumberField
        label={words.pace}
        unit="Hz"
        decimals={1}
        step={0.5}
        min={0.1}
        max={60}
        value={shake.paceHz}
        edit={(paceHz) => change({ paceHz })}
      />
      <ChoiceField
        label={words.jitter}
        value={shake.noise}
        choices={noises}
        onChoose={(noise) => void commit(change({ noise: noise as Shake["noise"] }))}
      />
      <NumberField
        label={words.startFrame}
        unit=""
        decimals={0}
        step={1}
        min={1}
        max={shot.length}
        value={shake.startFrame}
        edit={(start) => change({ startFrame: Math.round(start) })}
      />
      <NumberField
        label={words.fadeOutOver}
        unit={units.frames}
        decimals={0}
        step={1}
        min={1}
        max={100000}
        value={shake.diesAwayFrames}
        edit={(frames) => change({ diesAwayFrames: Math.round(frames) })}
      />
      <NumberField
        label={words.seed}
        unit=""
        decimals={0}
        step={1}
        min={0}
        max={100000}
        value={shake.seed}
        edit={(seed) => change({ seed: Math.round(seed) })}
      />
    </>
  );
}
