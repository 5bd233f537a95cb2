import type { SoundUse } from "../api/types";
import { commit } from "../state/film";
import { newId, shotOf } from "../state/select";
import { get, type State, set } from "../state/store";
import { words } from "../words/sound";
import type { Command } from "./command";

/** The sound that is chosen on the strip. */
export const soundChosen = (state: State): SoundUse | undefined =>
  state.chosen?.kind === "sound" ? shotOf(state)?.sounds.find(({ id }) => id === state.chosen?.thing) : undefined;

const noSound = (state: State) => (soundChosen(state) ? null : words.lacksSound);

function notInside(state: State): string | null {
  const use = soundChosen(state);
  if (!use) return noSound(state);
  return state.frame > use.start && state.frame < use.start + use.length ? null : words.lacksPlayhead;
}

/** With the sound that is chosen. */
const on = (run: (shotId: string, use: SoundUse) => void) => () => {
  const { shotId } = get();
  const use = soundChosen(get());
  if (shotId !== null && use) run(shotId, use);
};

async function copySound(shotId: string, use: SoundUse): Promise<void> {
  const id = newId("heard");
  await commit({ kind: "placeSound", shotId, use: { ...use, id, start: use.start + use.length } });
  set({ chosen: { kind: "sound", thing: id }, also: [] });
}

const places = ["act", "camera"] as const;

/** What is heard. */
export const sounding: Command[] = [
  {
    id: "hear",
    name: words.soundOn,
    keys: "m",
    run: () => set({ hear: !get().hear }),
  },
  {
    id: "split-sound",
    name: words.splitSound,
    keys: "s",
    places,
    lacks: notInside,
    about: ["sound"],
    run: on(
      (shotId, use) =>
        void commit({ kind: "splitSound", shotId, useId: use.id, frame: get().frame, newId: newId("heard") }),
    ),
  },
  {
    id: "copy-sound",
    name: words.duplicateSound,
    places,
    lacks: noSound,
    about: ["sound"],
    run: on((shotId, use) => void copySound(shotId, use)),
  },
  {
    id: "mute-sound",
    name: words.muteSound,
    places,
    lacks: noSound,
    about: ["sound"],
    run: on((shotId, use) => void commit({ kind: "changeSoundUse", shotId, useId: use.id, muted: !use.muted })),
  },
];
