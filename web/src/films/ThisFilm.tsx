import type { Edit } from "../api/types";
import { CommandButton } from "../commands/CommandButton";
import { Fact } from "../fields/Fact";
import { Heading } from "../fields/Heading";
import { NumberField } from "../fields/NumberField";
import { TextField } from "../fields/TextField";
import { commit } from "../state/film";
import { useStore } from "../state/store";
import { words } from "../words/films";
import { spanOf } from "./FilmCard";
import { ShotList } from "./ShotList";

/** The film that is open: its name, size and rate, and its shots in order. */
export function ThisFilm() {
  const film = useStore((state) => state.film);
  if (film === null) return null;
  const frames = film.shots.reduce((sum, shot) => sum + shot.length, 0);
  const size = (side: "width" | "height") => ({
    unit: "px",
    decimals: 0,
    step: 10,
    min: 16,
    max: 8192,
    value: film[side],
    edit: (value: number): Edit => ({ kind: "changeFilm", [side]: Math.round(value) }),
  });
  return (
    <>
      <Heading>{words.thisFilm}</Heading>
      <TextField label={words.name} value={film.name} onWrite={(name) => void commit({ kind: "changeFilm", name })} />
      <NumberField label={words.width} {...size("width")} />
      <NumberField label={words.height} {...size("height")} />
      <NumberField
        label={words.frameRate}
        unit=""
        decimals={2}
        step={1}
        min={0.01}
        max={120}
        value={film.frameRate}
        edit={(frameRate) => ({ kind: "changeFilm", frameRate })}
      />
      <Fact title={words.length} value={spanOf(frames, film.frameRate)} />
      <Heading right={<CommandButton command="new-shot" variant="text" />}>{words.shotsInOrder}</Heading>
      <ShotList />
    </>
  );
}
