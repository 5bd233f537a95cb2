import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { enqueueSnackbar } from "notistack";
import { api } from "../api/client";
import type { FilmLine } from "../api/types";
import { CommandButton } from "../commands/CommandButton";
import { goToFilm, newFilm } from "../commands/films";
import { FileButton } from "../fields/FileButton";
import { Heading, Hint } from "../fields/Heading";
import { tell } from "../state/film";
import { get, set, useStore } from "../state/store";
import { words } from "../words/films";
import { FilmCard } from "./FilmCard";
import { ThisFilm } from "./ThisFilm";

const filmsKey = ["films"];
const goneKey = ["films", words.deleted];

/** All films, each with its picture; beside them the one that is open, with its shots. */
export function FilmsPage() {
  const filmId = useStore((state) => state.filmId);
  const edits = useStore((state) => state.edits);
  const queries = useQueryClient();
  const films = useQuery({ queryKey: [...filmsKey, edits], queryFn: api.films, placeholderData: (before) => before });
  const gone = useQuery({ queryKey: goneKey, queryFn: api.filmsTakenAway });
  const again = () => queries.invalidateQueries({ queryKey: filmsKey });

  const bringBack = async (film: Pick<FilmLine, "id">) => {
    await api.bringFilmBack(film.id).catch(tell);
    await again();
  };
  const takeAway = async (film: FilmLine) => {
    await api.takeFilmAway(film.id).catch(tell);
    enqueueSnackbar(words.filmWasDeleted(film.name), {
      variant: "info",
      action: (
        <Button variant="outlined" onClick={() => void bringBack(film)}>
          {words.undo}
        </Button>
      ),
    });
    await again();
    if (film.id !== get().filmId) return;
    const next = films.data?.find((other) => other.id !== film.id);
    if (next) await goToFilm(next.id);
    else await newFilm();
    set({ filmsOpen: true });
  };
  const copy = async (film: FilmLine) => {
    await api.copyFilm(film.id).catch(tell);
    await again();
  };
  const destroy = async (film: FilmLine) => {
    await api.removeFilm(film.id).catch(tell);
    await again();
  };

  return (
    <Box
      component="section"
      aria-label={words.films}
      sx={{ height: "100%", display: "flex", bgcolor: "background.default" }}
    >
      <Box
        component="aside"
        aria-label={words.thisFilm}
        tabIndex={0}
        sx={{
          width: 340,
          flexShrink: 0,
          overflow: "auto",
          p: 2,
          bgcolor: "background.paper",
          borderRight: 1,
          borderColor: "divider",
        }}
      >
        <ThisFilm />
      </Box>
      <Box sx={{ flex: 1, minWidth: 0, overflow: "auto", p: 2 }} role="region" aria-label={words.allFilms} tabIndex={0}>
        <Box sx={{ display: "flex", alignItems: "center", gap: 1, mb: 1.5, flexWrap: "wrap" }}>
          <Box component="h1" sx={{ fontSize: 20, m: 0, mr: 1 }}>
            {words.allFilms}
          </Box>
          <CommandButton command="new-film" variant="contained" />
          <FileButton
            variant="outlined"
            accept=".fretsaw"
            onFile={async (file) => {
              const made = await api.openBundle(file).catch(tell);
              if (made) await goToFilm(made.id);
            }}
          >
            {words.importFilm}
          </FileButton>
        </Box>
        <Box
          component="ul"
          aria-label={words.films}
          sx={{
            listStyle: "none",
            m: 0,
            p: 0,
            display: "grid",
            gap: 1.5,
            gridTemplateColumns: "repeat(auto-fill, minmax(220px, 1fr))",
          }}
        >
          {films.data?.map((film) => (
            <FilmCard
              key={film.id}
              film={film}
              open={film.id === filmId}
              onOpen={() => void goToFilm(film.id)}
              onCopy={() => void copy(film)}
              onTakeAway={() => void takeAway(film)}
            />
          ))}
        </Box>
        {(gone.data?.length ?? 0) > 0 && (
          <>
            <Heading>{words.deletedFilmsTitle}</Heading>
            <Hint>{words.deletedHint}</Hint>
            <Box component="ul" aria-label={words.deletedFilms} sx={{ listStyle: "none", m: 0, p: 0, maxWidth: 520 }}>
              {gone.data?.map((film) => (
                <Box component="li" key={film.id} sx={{ display: "flex", alignItems: "center", gap: 1, py: 0.5 }}>
                  <Box component="span" sx={{ flex: 1, overflow: "hidden", textOverflow: "ellipsis" }}>
                    {film.name}
                  </Box>
                  <Button
                    variant="outlined"
                    aria-label={words.restoreFilm(film.name)}
                    onClick={() => void bringBack(film)}
                  >
                    {words.restore}
                  </Button>
                  <Button
                    color="error"
                    aria-label={words.deleteFilmForever(film.name)}
                    onClick={() => void destroy(film)}
                  >
                    {words.deleteForever}
                  </Button>
                </Box>
              ))}
            </Box>
          </>
        )}
      </Box>
    </Box>
  );
}
