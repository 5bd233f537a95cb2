import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { watchSnags } from "../api/client";
import type { Snag, ThingKind } from "../api/types";
import { CheckField } from "../fields/CheckField";
import { Hint } from "../fields/Heading";
import { useRested } from "../fields/useRested";
import { commit } from "../state/film";
import { isBlocking, useShot } from "../state/select";
import { lastEditIn } from "../state/since";
import { type Chosen, type Place, set, useStore } from "../state/store";
import { words } from "../words/shell";

const none: Snag[] = [];

export const snagKey = ({ check, at, frame }: Snag) => `${check} ${at.owner} ${at.thing} ${at.property} ${frame}`;

/** Edits come in rows; the search takes its time from whatever else the machine does. */
const RestMs = 400;

/**
 * What is measurably wrong with the shot, looked for again when edits that touched it have come to a rest: on the server, so that
 * no drag waits for it.
 */
export function useSnags(): Snag[] {
  const shotId = useStore((state) => state.shotId);
  const filmId = useStore((state) => state.filmId);
  const atHand = useStore((state) => state.atHand);
  const edit = useRested(
    useStore(({ since, shotId }) => lastEditIn(since, shotId ?? "")),
    RestMs,
  );
  const queries = useQueryClient();
  const blocking = useStore(isBlocking);
  const inStep = useStore((state) => state.askInStep);
  const key = ["snags", filmId, shotId, edit, blocking, inStep];
  const { data } = useQuery({
    queryKey: key,
    // A newer edit cancels the search; what is found is shown as it comes.
    queryFn: ({ signal }) =>
      watchSnags(filmId ?? "", shotId ?? "", { blocking, inStep }, (found) => queries.setQueryData(key, found), signal),
    enabled: shotId !== null && filmId !== null && atHand,
    // Those of another film or shot are not this one's.
    placeholderData: (before, query) =>
      query?.queryKey[1] === filmId && query?.queryKey[2] === shotId ? before : undefined,
  });
  return shotId === null ? none : (data ?? none);
}

const kinds: Partial<Record<ThingKind, Chosen["kind"]>> = {
  Part: "part",
  Bone: "bone",
  Pin: "pin",
  Reach: "reach",
  Dial: "dial",
  Knead: "knead",
  Form: "form",
  Body: "body",
  Stand: "stand",
  Sound: "sound",
};

/** What a snag is about, as it is chosen in the place where it is mended. */
function chosenBy({ at, kind }: Snag): Chosen | null {
  if (kind === "Picture") return { kind: "thing", thing: at.owner };
  const chosen = kinds[kind];
  if (!chosen) return null;
  return at.owner === "" ? { kind: chosen, thing: at.thing } : { kind: chosen, owner: at.owner, thing: at.thing };
}

export function SnagLine({ snag }: { snag: Snag }) {
  const look = () => {
    set({
      ...(snag.frame ? { frame: snag.frame } : {}),
      ...(snag.at.owner !== "" && snag.kind !== "Picture" && snag.kind !== "Camera" ? { castId: snag.at.owner } : {}),
      snagsOpen: false,
      place: snag.place as Place,
      chosen: chosenBy(snag),
    });
  };
  // In a sentence that names it, it is not named twice.
  const owner = useShot()?.things.find(({ id }) => id === snag.at.owner)?.name;
  const whose = owner && !snag.says.includes(owner) ? owner : null;
  return (
    <Box sx={{ borderLeft: 3, borderColor: "error.main", pl: 1, my: 1, fontSize: 13 }}>
      <div>
        {whose && <b>{words.ofWhom(whose)}</b>}
        {snag.says}
      </div>
      <Box sx={{ display: "flex", gap: 0.5, mt: 0.25, flexWrap: "wrap" }}>
        <Button onClick={look}>{words.show}</Button>
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
  const inStep = useStore((state) => state.askInStep);
  const snags = useSnags();
  return (
    <Popover
      open={open && anchor !== null}
      anchorEl={anchor}
      onClose={() => set({ snagsOpen: false })}
      anchorOrigin={{ vertical: "bottom", horizontal: "right" }}
      transformOrigin={{ vertical: "top", horizontal: "right" }}
    >
      <Box sx={{ width: 340, p: 1.5 }} role="region" aria-label={words.snags}>
        <CheckField label={words.alsoThingsInStep} value={inStep} onChange={(askInStep) => set({ askInStep })} />
        {snags.length === 0 ? (
          <Hint>{words.snagsEmpty}</Hint>
        ) : (
          snags.map((snag) => <SnagLine key={snagKey(snag)} snag={snag} />)
        )}
      </Box>
    </Popover>
  );
}
