import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useState } from "react";
import { useTip } from "../commands/CommandButton";
import { Hint } from "../fields/Heading";
import { TextField } from "../fields/TextField";
import { commit } from "../state/film";
import { newId, useShot } from "../state/select";
import { set, useStore } from "../state/store";
import { words } from "../words/shell";

/** Versions of the shot's acting that were kept aside: looked at in the place of what it is now, and gone back to. */
export function VersionBar() {
  const shot = useShot();
  const aside = useStore((state) => state.aside);
  const [at, setAt] = useState<HTMLElement | null>(null);
  const tip = useTip("flip", words.compareTip);
  if (!shot) return null;
  const shown = shot.asides.find((one) => one.id === aside);
  const look = (id: string | null) => set({ aside: id, ...(id ? { compared: id } : {}) });
  return (
    <>
      <Button variant={shown ? "contained" : "outlined"} onClick={(event) => setAt(event.currentTarget)}>
        {words.version(shown?.name ?? words.current)}
      </Button>
      <Popover open={at !== null} anchorEl={at} onClose={() => setAt(null)}>
        <Box sx={{ p: 1.5, width: 330 }} role="region" aria-label={words.versions}>
          <TextField
            label={words.saveVersionAs}
            value=""
            onWrite={(name) => {
              const id = newId("version");
              void commit({ kind: "keepAside", shotId: shot.id, newId: id, name }).then(() => set({ compared: id }));
            }}
          />
          {shot.asides.length === 0 ? <Hint>{words.versionsEmpty}</Hint> : <Hint>{words.sentence(tip)}</Hint>}
          {shot.asides.map((one) => (
            <Box key={one.id} sx={{ display: "flex", gap: 0.5, alignItems: "center", py: 0.25 }}>
              <Box sx={{ flex: 1, minWidth: 0, overflow: "hidden", textOverflow: "ellipsis" }}>{one.name}</Box>
              <Button
                variant={one.id === aside ? "contained" : "outlined"}
                aria-pressed={one.id === aside}
                onClick={() => look(one.id === aside ? null : one.id)}
              >
                {words.compare}
              </Button>
              <Button
                variant="outlined"
                title={words.restoreTip}
                onClick={() => {
                  look(null);
                  void commit({ kind: "takeAside", shotId: shot.id, asideId: one.id });
                }}
              >
                {words.restore}
              </Button>
              <Button
                color="error"
                variant="outlined"
                aria-label={words.deleteVersion(one.name)}
                onClick={() => {
                  look(null);
                  void commit({ kind: "removeAside", shotId: shot.id, asideId: one.id });
                }}
              >
                {words.deleteIt}
              </Button>
            </Box>
          ))}
        </Box>
      </Popover>
    </>
  );
}
