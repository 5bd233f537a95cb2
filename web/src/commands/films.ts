import { enqueueSnackbar } from "notistack";
import { api } from "../api/client";
import { chooseShot, commit, openFilm, redo, tell, undo } from "../state/film";
import { newId, shotOf } from "../state/select";
import { get, type State, set } from "../state/store";
import { words } from "../words/commands";
import type { Command } from "./command";

/** Goes to another film, whose address the page then has. */
export async function goToFilm(id: string): Promise<void> {
  set({ filmsOpen: false });
  window.history.replaceState(null, "", `/films/${id}`);
  await openFilm(id).catch(tell);
}

export async function newFilm(): Promise<void> {
  const made = await api.newFilm(words.newFilm).catch(tell);
  if (made) await goToFilm(made.id);
}

const isLastShot = ({ film }: State) => (film && film.shots.length > 1 ? null : words.lacksSecondShot);

/** A free name after the pattern of the first shot's. */
const shotName = () => {
  const taken = new Set(get().film?.shots.map((shot) => shot.name));
  let n = taken.size + 1;
  while (taken.has(words.shotNumber(n))) n++;
  return words.shotNumber(n);
};

async function newShot(): Promise<void> {
  const id = newId("shot");
  const empty = {
    things: [],
    tracks: [],
    cards: [],
    placed: [],
    sounds: [],
    cues: [],
    shakes: [],
    steps: [],
    references: [],
    asides: [],
  };
  const shot = { id, name: shotName(), length: 96, ...empty, wind: { strengthPercent: 100 } };
  await commit({ kind: "addShot", shot });
  await chooseShot(id);
}

export async function copyShot(shotId: string): Promise<void> {
  const copyId = newId("shot");
  const name = get().film?.shots.find((shot) => shot.id === shotId)?.name ?? words.shot;
  await commit({ kind: "copyShot", shotId, copyId, name: words.copyOf(name) });
  await chooseShot(copyId);
}

export const removeShot = (shotId: string) => {
  void commit({ kind: "removeShot", shotId });
  enqueueSnackbar(words.shotDeleted, { variant: "info" });
};

const onShot = (run: (id: string) => void) => () => {
  const shot = shotOf(get());
  if (shot) run(shot.id);
};

/** Films, shots, and what was done to them. */
export const filing: Command[] = [
  { id: "films", name: words.allFilms, keys: "shift+g", run: () => set({ filmsOpen: !get().filmsOpen }) },
  { id: "new-film", name: words.newFilm, run: () => void newFilm() },
  {
    id: "export-bundle",
    name: words.exportFilm,
    run: () => window.location.assign(`/api/films/${get().filmId}/bundle`),
  },
  { id: "new-shot", name: words.newShot, run: () => void newShot() },
  { id: "copy-shot", name: words.duplicateShot, run: onShot((id) => void copyShot(id)) },
  { id: "remove-shot", name: words.deleteShot, lacks: isLastShot, run: onShot(removeShot) },
  {
    id: "undo",
    name: words.undo,
    keys: "ctrl+z",
    inFields: "unless typed in",
    lacks: (state) => (state.undo ? null : words.lacksUndo),
    run: () => void undo(),
  },
  {
    id: "redo",
    name: words.redo,
    keys: "ctrl+shift+z",
    inFields: "unless typed in",
    lacks: (state) => (state.redo ? null : words.lacksRedo),
    run: () => void redo(),
  },
];
