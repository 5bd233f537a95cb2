import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, openingText } from "../../../api/client";
import type { Film, Kept } from "../../../api/types";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Heading, Hint } from "../../../fields/Heading";
import { commit } from "../../../state/film";
import { newId } from "../../../state/select";
import { set, useStore } from "../../../state/store";

/** Takes a pose or an action that another film keeps into this one. */
export function FromOtherFilm() {
  const filmId = useStore((state) => state.filmId);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [from, setFrom] = useState("");
  const open = anchor !== null;
  const films = useQuery({ queryKey: ["films", "kept from"], queryFn: api.films, enabled: open, staleTime: 0 });
  const other = useQuery({
    queryKey: ["film", from],
    queryFn: async () => JSON.parse((await openingText(from, null)).text) as Film,
    enabled: open && from !== "",
    staleTime: 0,
  });
  const take = async (kept: Kept) => {
    const id = newId("kept");
    setAnchor(null);
    await commit({ kind: "keep", kept: { ...kept, id } });
    set({ chosen: { kind: "kept", thing: id }, also: [] });
  };
  const others = films.data?.filter(({ id }) => id !== filmId) ?? [];
  return (
    <>
      <Button
        variant="outlined"
        size="small"
        sx={{ mt: 0.5 }}
        aria-haspopup="true"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        Poses of another film
      </Button>
      <Popover open={open} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <Box sx={{ p: 1.5, width: 300 }}>
          <Heading>Kept in another film</Heading>
          {films.data && others.length === 0 ? (
            <Hint>There is no other film yet.</Hint>
          ) : (
            <ChoiceField
              label="Film"
              value={from}
              choices={[{ value: "", title: "choose" }, ...others.map(({ id, name }) => ({ value: id, title: name }))]}
              onChoose={setFrom}
            />
          )}
          {from !== "" && other.data?.kept.length === 0 && <Hint>It keeps nothing.</Hint>}
          {from !== "" &&
            other.data?.kept.map((kept) => (
              <Button key={kept.id} fullWidth sx={{ justifyContent: "flex-start" }} onClick={() => void take(kept)}>
                {kept.name}
              </Button>
            ))}
        </Box>
      </Popover>
    </>
  );
}
