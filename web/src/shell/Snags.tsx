import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Snag } from "../api/types";
import { Hint } from "../fields/Heading";
import { commit } from "../state/film";
import { set, useStore } from "../state/store";

const none: Snag[] = [];

/** What is measurably wrong with the shot, measured again after every edit: on the server, so that no drag waits for it. */
export function useSnags(): Snag[] {
  const shotId = useStore((state) => state.shotId);
  const filmId = useStore((state) => state.filmId);
  const edits = useStore((state) => state.edits);
  const { data } = useQuery({
    queryKey: ["snags", filmId, shotId, edits],
    queryFn: async () => {
      const answer = await api.ask(filmId ?? "", { kind: "snags", shot: shotId ?? "" });
      return answer.kind === "snags" ? answer.snags : none;
    },
    enabled: shotId !== null && filmId !== null,
    placeholderData: (before) => before,
  });
  return shotId === null ? none : (data ?? none);
}

export function SnagLine({ snag }: { snag: Snag }) {
  const look = () => {
    const address = snag.thing.split("/");
    set({
      ...(snag.frame ? { frame: snag.frame } : {}),
      snagsOpen: false,
      place: snag.place as never,
      chosen:
        address.length === 3 && address[0] !== "camera"
          ? { kind: "part", owner: address[0] as string, thing: address[1] as string }
          : null,
    });
  };
  return (
    <Box sx={{ borderLeft: 3, borderColor: "error.main", pl: 1, my: 1, fontSize: 13 }}>
      <div>{snag.says}</div>
      <Box sx={{ display: "flex", gap: 0.5, mt: 0.25 }}>
        <Button onClick={look}>Show it</Button>
        {snag.mend && (
          <Button variant="outlined" onClick={() => void commit(snag.mend ?? null)}>
            {snag.mendSays}
          </Button>
        )}
      </Box>
    </Box>
  );
}

export function SnagList({ anchor }: { anchor: HTMLElement | null }) {
  const open = useStore((state) => state.snagsOpen);
  const snags = useSnags();
  return (
    <Popover
      open={open && anchor !== null}
      anchorEl={anchor}
      onClose={() => set({ snagsOpen: false })}
      anchorOrigin={{ vertical: "bottom", horizontal: "right" }}
      transformOrigin={{ vertical: "top", horizontal: "right" }}
    >
      <Box sx={{ width: 340, p: 1.5 }} role="region" aria-label="Snags">
        {snags.length === 0 ? (
          <Hint>
            No snags in this shot. Creeping channels, art that ends inside the frame and meshes that leave art out would
            be listed here.
          </Hint>
        ) : (
          snags.map((snag) => <SnagLine key={snag.check + snag.thing + snag.frame} snag={snag} />)
        )}
      </Box>
    </Popover>
  );
}
