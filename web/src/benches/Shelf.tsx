import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import Popover from "@mui/material/Popover";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../api/client";
import type { Puppet, ShelfLine } from "../api/types";
import { Heading, Hint } from "../fields/Heading";
import { SureButton } from "../fields/SureButton";
import { commit, onServer, tell } from "../state/film";
import { newId } from "../state/select";
import { get, set, useStore } from "../state/store";
import { counts } from "../words/count";
import { words } from "../words/places";

const key = ["shelf"];
const inFilms = (films: string[]) => (films.length === 0 ? words.unused : words.inFilms(films.join(", ")));

/** Takes the puppet out of the film; undo brings it back with all that it acts. */
export function RemovePuppet({ puppet }: { puppet: Puppet }) {
  const shots = useStore(({ film }) => film?.shots) ?? [];
  const stages = shots.filter((shot) =>
    shot.things.some(({ body }) => body.kind === "cast" && body.puppet === puppet.id),
  );
  const remove = async () => {
    await commit({ kind: "removePuppet", puppetId: puppet.id });
    const left = get().film?.puppets[0]?.id ?? null;
    set({ puppetId: left, chosen: null, also: [] });
  };
  return (
    <Button color="error" variant="outlined" sx={{ mt: 1, whiteSpace: "normal" }} onClick={() => void remove()}>
      {words.deletePuppet(stages.length > 0 ? words.andFrom(counts.shots(stages.length)) : "")}
    </Button>
  );
}

/** A puppet's card says whether it is on the shelf, and which films a change to it reaches. */
export function ShelfCard({ puppet }: { puppet: Puppet }) {
  const edits = useStore((state) => state.edits);
  const shelf = useQuery({
    queryKey: [...key, puppet.shelf, edits],
    queryFn: api.shelf,
    enabled: puppet.shelf != null,
  });
  const line = shelf.data?.find((one) => one.id === puppet.shelf);
  const change = (to: string) => void commit({ kind: "changePuppet", puppetId: puppet.id, shelf: to });
  return (
    <>
      <Heading>{words.shelf}</Heading>
      {puppet.shelf == null ? (
        <>
          <Hint>{words.putOnShelfHint}</Hint>
          <Button variant="outlined" onClick={() => change(newId("shelf"))}>
            {words.putOnShelf}
          </Button>
        </>
      ) : (
        <>
          <Hint>{words.onShelfHint(line ? inFilms(line.films) : words.onShelf)}</Hint>
          <Button variant="outlined" onClick={() => change("")}>
            {words.detachFromShelf}
          </Button>
        </>
      )}
    </>
  );
}

/** Takes a puppet of another film into this one. */
export function TakeFromShelf() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const puppets = useStore((state) => state.film?.puppets);
  const shelf = useQuery({ queryKey: key, queryFn: api.shelf, enabled: anchor !== null, staleTime: 0 });
  const queries = useQueryClient();
  const take = async (line: ShelfLine) => {
    setAnchor(null);
    const taken = await onServer((id) => api.takeFromShelf(id, line.id));
    if (taken) set({ puppetId: taken.puppet, chosen: null, also: [] });
  };
  const remove = async (line: ShelfLine) => {
    await api.removeFromShelf(line.id).catch(tell);
    await queries.invalidateQueries({ queryKey: key });
  };
  return (
    <>
      <Button variant="outlined" aria-haspopup="true" onClick={(event) => setAnchor(event.currentTarget)}>
        {words.fromShelf}
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: "top", horizontal: "left" }}
        transformOrigin={{ vertical: "bottom", horizontal: "left" }}
      >
        <Box sx={{ p: 1.5, width: 360 }}>
          <Heading>{words.shelf}</Heading>
          {shelf.data?.length === 0 && <Hint>{words.shelfEmpty}</Hint>}
          <Box component="ul" aria-label={words.puppetsOnShelf} sx={{ listStyle: "none", m: 0, p: 0 }}>
            {shelf.data?.map((line) => {
              const here = puppets?.some((puppet) => puppet.shelf === line.id) ?? false;
              return (
                <Box component="li" key={line.id} sx={{ display: "flex", alignItems: "center", gap: 1 }}>
                  <ButtonBase
                    disabled={here}
                    onClick={() => void take(line)}
                    sx={{
                      flex: 1,
                      justifyContent: "flex-start",
                      gap: 1.25,
                      p: 0.75,
                      borderRadius: 1,
                      textAlign: "left",
                      fontFamily: "inherit",
                    }}
                  >
                    <Box
                      component="img"
                      alt=""
                      src={`/api/shelf/${line.id}/picture.png?version=${line.version}`}
                      sx={{ width: 64, height: 64, borderRadius: 1, bgcolor: "background.default" }}
                    />
                    <Box sx={{ minWidth: 0 }}>
                      <Box sx={{ fontWeight: 700 }}>{line.name}</Box>
                      <Box sx={{ color: "text.secondary", fontSize: 12 }}>
                        {here ? words.alreadyInThisFilm : inFilms(line.films)}
                      </Box>
                    </Box>
                  </ButtonBase>
                  <SureButton
                    name={words.deleteFromShelf}
                    title={words.deleteFromShelfTip}
                    onSure={() => void remove(line)}
                  />
                </Box>
              );
            })}
          </Box>
        </Box>
      </Popover>
    </>
  );
}
