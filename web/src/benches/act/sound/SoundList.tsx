import { FileButton } from "../../../fields/FileButton";
import { Foldable } from "../../../fields/Foldable";
import { useShot } from "../../../state/select";
import { set, useStore } from "../../../state/store";
import { words } from "../../../words/sound";
import { PickList } from "../../PickList";
import { bringSound, soundFiles } from "./bring";
import { SpeakLine } from "./SpeakLine";

/** What the film has to be heard; those that are not on this shot's strip are faint. */
export function SoundList() {
  const shot = useShot();
  const sounds = useStore((state) => state.film?.sounds) ?? [];
  const chosen = useStore((state) => (state.chosen?.kind === "sound" ? state.chosen.thing : null));
  const heardAs = (sound: string) => shot?.sounds.find((use) => use.sound === sound);
  const chosenSound = shot?.sounds.find(({ id }) => id === chosen)?.sound ?? chosen;
  return (
    <Foldable title={words.sounds} count={sounds.length}>
      <PickList
        label={words.sounds}
        lines={sounds.map(({ id, name, samples, rate }) => ({
          id,
          name,
          note: `${(samples / rate).toFixed(1)} s`,
          faint: !heardAs(id),
        }))}
        chosen={chosenSound}
        onPick={(id) => set({ chosen: { kind: "sound", thing: heardAs(id)?.id ?? id }, also: [], beads: null })}
      />
      <FileButton
        accept={soundFiles}
        variant="outlined"
        size="small"
        sx={{ mt: 0.5 }}
        onFile={(file) => void bringSound(file)}
      >
        {words.importSound}
      </FileButton>
      <SpeakLine />
    </Foldable>
  );
}
