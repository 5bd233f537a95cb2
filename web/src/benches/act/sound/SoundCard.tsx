import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit, Shot, Sound, SoundUse } from "../../../api/types";
import { CommandButton } from "../../../commands/CommandButton";
import { removeChosen } from "../../../commands/choosing";
import { CheckField } from "../../../fields/CheckField";
import { Fact } from "../../../fields/Fact";
import { FramesField } from "../../../fields/FramesField";
import { Heading, Hint } from "../../../fields/Heading";
import { NumberField } from "../../../fields/NumberField";
import { TextField } from "../../../fields/TextField";
import { commit, wish } from "../../../state/film";
import { newId, useCast } from "../../../state/select";
import { get, set, useStore } from "../../../state/store";
import { words as say } from "../../../words/sound";

/** The card of the sound that is chosen: of its stretch on the strip, else of the sound alone. */
export function useSoundCard(shot: Shot | null): React.ReactNode {
  const chosen = useStore((state) => (state.chosen?.kind === "sound" ? state.chosen.thing : null));
  const sounds = useStore((state) => state.film?.sounds) ?? [];
  const use = shot?.sounds.find(({ id }) => id === chosen);
  const sound = sounds.find(({ id }) => id === (use?.sound ?? chosen));
  return shot && sound ? <SoundCard shot={shot} sound={sound} use={use ?? null} /> : null;
}

type Change = Omit<Extract<Edit, { kind: "changeSoundUse" }>, "kind" | "shotId" | "useId">;

function SoundCard({ shot, sound, use }: { shot: Shot; sound: Sound; use: SoundUse | null }) {
  const seconds = sound.samples / sound.rate;
  return (
    <>
      <Heading>{use ? say.soundFrames(sound.name, use.start, use.start + use.length - 1) : sound.name}</Heading>
      <TextField
        label={say.name}
        value={sound.name}
        onWrite={(name) => void commit({ kind: "renameSound", soundId: sound.id, name })}
      />
      <Fact title={say.recording} value={`${seconds.toFixed(2)} s, ${sound.channels === 1 ? say.mono : say.stereo}`} />
      {use ? <UseFields shot={shot} sound={sound} use={use} /> : <PlaceIt shotId={shot.id} sound={sound} />}
      <Button
        color="error"
        variant="outlined"
        sx={{ mt: 1 }}
        onClick={() => {
          set({ chosen: null });
          void commit({ kind: "removeSound", soundId: sound.id });
        }}
      >
        {say.deleteFromFilm}
      </Button>
    </>
  );
}

function UseFields({ shot, sound, use }: { shot: Shot; sound: Sound; use: SoundUse }) {
  const cast = useCast();
  const change = (changes: Change): Edit => ({ kind: "changeSoundUse", shotId: shot.id, useId: use.id, ...changes });
  const make = (changes: Change) => void commit(change(changes));
  const fill = (byLoudness: boolean) =>
    cast && void wish({ kind: "fillCues", shot: shot.id, owner: cast.id, use: use.id, byLoudness });
  return (
    <>
      <FramesField label={say.start} value={use.start} min={-100000} edit={(start) => change({ start })} />
      <FramesField label={say.length} value={use.length} min={1} edit={(length) => change({ length })} />
      <NumberField
        label={say.offsetInRecording}
        unit="s"
        decimals={3}
        step={0.01}
        min={0}
        max={100000}
        value={use.fromSeconds}
        edit={(fromSeconds) => change({ fromSeconds })}
      />
      <NumberField
        label={say.gain}
        unit="dB"
        decimals={1}
        step={1}
        min={-96}
        max={24}
        rest={0}
        value={use.gainDb}
        edit={(gainDb) => change({ gainDb })}
      />
      <FramesField label={say.fadeIn} value={use.fadeIn} min={0} edit={(fadeIn) => change({ fadeIn })} />
      <FramesField label={say.fadeOut} value={use.fadeOut} min={0} edit={(fadeOut) => change({ fadeOut })} />
      <CheckField label={say.loop} value={use.again} onChange={(again) => make({ again })} />
      <CheckField label={say.muted} value={use.muted} onChange={(muted) => make({ muted })} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <CommandButton command="split-sound">{say.splitHere}</CommandButton>
        <CommandButton command="copy-sound">{say.duplicate}</CommandButton>
        <Button color="error" variant="outlined" onClick={removeChosen}>
          {say.deleteFromTimeline}
        </Button>
      </Box>
      {cast && (
        <>
          <Heading>{say.mouthOfCast(cast.name)}</Heading>
          <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
            {sound.timed.length > 0 && (
              <Button variant="contained" title={say.fillFromSpeechTip} onClick={() => fill(false)}>
                {say.fillFromSpeech}
              </Button>
            )}
            <Button variant="outlined" title={say.fillFromLoudnessTip} onClick={() => fill(true)}>
              {say.fillFromLoudness}
            </Button>
          </Box>
          {sound.words !== "" && <Hint>{say.quoted(sound.words)}</Hint>}
        </>
      )}
    </>
  );
}

/** A sound of the film that is not on this strip. */
function PlaceIt({ shotId, sound }: { shotId: string; sound: Sound }) {
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const place = async () => {
    const id = newId("heard");
    const length = Math.max(1, Math.ceil((sound.samples / sound.rate) * rate));
    const plain = { fromSeconds: 0, gainDb: 0, fadeIn: 0, fadeOut: 0, again: false, muted: false };
    await commit({ kind: "placeSound", shotId, use: { id, sound: sound.id, start: get().frame, length, ...plain } });
    set({ chosen: { kind: "sound", thing: id } });
  };
  return (
    <Button variant="contained" sx={{ mt: 1 }} onClick={() => void place()}>
      {say.placeAtPlayhead}
    </Button>
  );
}
