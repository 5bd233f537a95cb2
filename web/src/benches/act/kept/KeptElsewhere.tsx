import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, openingText } from "../../../api/client";
import type { Film, Kept, KeptLine } from "../../../api/types";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Heading, Hint } from "../../../fields/Heading";
import { SureButton } from "../../../fields/SureButton";
import { commit, tell } from "../../../state/film";
import { newId } from "../../../state/select";
import { set, useStore } from "../../../state/store";
import { words } from "../../../words/library";

const shelf = words.shelf;
const onShelf = ["kept shelf"];

/** Takes a pose, an action or an expression that the shelf or another film keeps into this film. */
export function KeptElsewhere() {
  const filmId = useStore((state) => state.filmId);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [from, setFrom] = useState<string>(shelf);
  const open = anchor !== null;
  const films = useQuery({ queryKey: ["films", "kept from"], queryFn: api.films, enabled: open, staleTime: 0 });
  const lines = useQuery({ queryKey: onShelf, queryFn: api.keptShelf, enabled: open, staleTime: 0 });
  const other = useQuery({
    queryKey: ["film", from],
    queryFn: async () => JSON.parse((await openingText(from, null)).text) as Film,
    enabled: open && from !== shelf,
    staleTime: 0,
  });
  const take = async (kept: Kept) => {
    const id = newId("kept");
    setAnchor(null);
    await commit({ kind: "keep", kept: { ...kept, id } });
    set({ chosen: { kind: "kept", thing: id }, also: [] });
  };
  const places = [
    { value: shelf, title: words.shelfTip },
    ...(films.data ?? []).filter(({ id }) => id !== filmId).map(({ id, name }) => ({ value: id, title: name })),
  ];
  const there: KeptLine[] | undefined = from === shelf ? lines.data : other.data?.kept;
  return (
    <>
      <Button
        variant="outlined"
        size="small"
        sx={{ mt: 0.5 }}
        aria-haspopup="true"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {words.fromOtherFilms}
      </Button>
      <Popover open={open} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <Box sx={{ p: 1.5, width: 300 }}>
          <Heading>{words.fromOtherFilms}</Heading>
          <ChoiceField label={words.where} value={from} choices={places} onChoose={setFrom} />
          {there?.length === 0 && <Hint>{from === shelf ? words.shelfEmpty : words.libraryEmpty}</Hint>}
          {there?.map((line) => (
            <Box key={line.id} sx={{ display: "flex", gap: 0.5 }}>
              <Button
                sx={{ flex: 1, justifyContent: "flex-start" }}
                onClick={() =>
                  void (from === shelf ? api.keptOnShelf(line.id) : Promise.resolve(line as Kept)).then(take, tell)
                }
              >
                {line.name}
              </Button>
              {from === shelf && <TakeOff line={line} />}
            </Box>
          ))}
        </Box>
      </Popover>
    </>
  );
}

function TakeOff({ line }: { line: KeptLine }) {
  const queries = useQueryClient();
  const remove = async () => {
    await api.removeKeptFromShelf(line.id).catch(tell);
    await queries.invalidateQueries({ queryKey: onShelf });
  };
  return <SureButton name={words.deleteFromShelf} title={words.deleteFromShelfTip} onSure={() => void remove()} />;
}

/** Puts what this film keeps on the shelf, or puts it there once more as it is now. */
export function PutOnShelf({ kept }: { kept: Kept }) {
  const filmId = useStore((state) => state.filmId);
  const lines = useQuery({ queryKey: onShelf, queryFn: api.keptShelf, staleTime: 0 });
  const queries = useQueryClient();
  const there = lines.data?.some(({ id }) => id === kept.id) ?? false;
  const put = async () => {
    if (filmId) await api.putKeptOnShelf(filmId, kept.id).catch(tell);
    await queries.invalidateQueries({ queryKey: onShelf });
  };
  return (
    <Button variant="outlined" size="small" title={words.putOnShelfTip} onClick={() => void put()} sx={{ mt: 0.5 }}>
      {there ? words.updateOnShelf : words.putOnShelf}
    </Button>
  );
}
