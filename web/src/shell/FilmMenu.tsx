import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Divider from "@mui/material/Divider";
import Popover from "@mui/material/Popover";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import { PickList } from "../benches/PickList";
import { FileButton } from "../fields/FileButton";
import { TextField } from "../fields/TextField";
import { commit, openFilm, tell } from "../state/film";
import { useStore } from "../state/store";

/** Films: open, make, rename, bring in and export bundles. */
export function FilmMenu() {
  const film = useStore((state) => state.film);
  const filmId = useStore((state) => state.filmId);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const queries = useQueryClient();
  const films = useQuery({ queryKey: ["films"], queryFn: api.films, enabled: anchor !== null });
  const close = () => setAnchor(null);
  const open = async (id: string) => {
    close();
    window.history.replaceState(null, "", `/films/${id}`);
    await openFilm(id).catch(tell);
    await queries.invalidateQueries({ queryKey: ["films"] });
  };
  return (
    <>
      <Button
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{ fontSize: 15, fontWeight: 700, color: "text.primary" }}
        aria-haspopup="true"
      >
        {film?.name ?? "Choose a film"} ▾
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
      >
        <Box sx={{ width: 300, p: 1.5 }}>
          {film && (
            <TextField label="Name" value={film.name} onWrite={(name) => void commit({ kind: "changeFilm", name })} />
          )}
          <Box sx={{ display: "flex", flexWrap: "wrap", gap: 0.75, my: 1 }}>
            <Button
              variant="contained"
              onClick={async () => {
                const made = await api.newFilm("New film").catch(tell);
                if (made) await open(made.id);
              }}
            >
              New film
            </Button>
            <FileButton
              variant="outlined"
              accept=".fretsaw"
              onFile={async (file) => {
                const made = await api.openBundle(file).catch(tell);
                if (made) await open(made.id);
              }}
            >
              Open a bundle
            </FileButton>
            {filmId && (
              <Button variant="outlined" href={`/api/films/${filmId}/bundle`} download>
                Export the bundle
              </Button>
            )}
          </Box>
          <Divider />
          <PickList
            label="Films"
            lines={films.data?.map((line) => ({ id: line.id, name: line.name })) ?? []}
            chosen={filmId}
            onPick={(id) => void open(id)}
          />
        </Box>
      </Popover>
    </>
  );
}
