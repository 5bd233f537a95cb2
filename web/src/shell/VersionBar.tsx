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

/** Versions of the shot's acting that were kept aside: looked at in the place of what it is now, and gone back to. */
export function VersionBar() {
  const shot = useShot();
  const aside = useStore((state) => state.aside);
  const [at, setAt] = useState<HTMLElement | null>(null);
  const tip = useTip("flip", "Flip between now and the version that was last looked at");
  if (!shot) return null;
  const shown = shot.asides.find((one) => one.id === aside);
  const look = (id: string | null) => set({ aside: id, ...(id ? { compared: id } : {}) });
  return (
    <>
      <Button variant={shown ? "contained" : "outlined"} onClick={(event) => setAt(event.currentTarget)}>
        Version: {shown?.name ?? "now"}
      </Button>
      <Popover open={at !== null} anchorEl={at} onClose={() => setAt(null)}>
        <Box sx={{ p: 1.5, width: 330 }} role="region" aria-label="Versions">
          <TextField
            label="Keep this one as"
            value=""
            onWrite={(name) => {
              const id = newId("version");
              void commit({ kind: "keepAside", shotId: shot.id, newId: id, name }).then(() => set({ compared: id }));
            }}
          />
          {shot.asides.length === 0 ? (
            <Hint>Kept versions are flipped to and back while the shot goes on.</Hint>
          ) : (
            <Hint>{tip}.</Hint>
          )}
          {shot.asides.map((one) => (
            <Box key={one.id} sx={{ display: "flex", gap: 0.5, alignItems: "center", py: 0.25 }}>
              <Box sx={{ flex: 1, minWidth: 0, overflow: "hidden", textOverflow: "ellipsis" }}>{one.name}</Box>
              <Button
                variant={one.id === aside ? "contained" : "outlined"}
                aria-pressed={one.id === aside}
                onClick={() => look(one.id === aside ? null : one.id)}
              >
                Look
              </Button>
              <Button
                variant="outlined"
                title="The shot is acted as it was then; what it is now can be undone to"
                onClick={() => {
                  look(null);
                  void commit({ kind: "takeAside", shotId: shot.id, asideId: one.id });
                }}
              >
                Go back to it
              </Button>
              <Button
                color="error"
                variant="outlined"
                aria-label={`Take the version ${one.name} away`}
                onClick={() => {
                  look(null);
                  void commit({ kind: "removeAside", shotId: shot.id, asideId: one.id });
                }}
              >
                Away
              </Button>
            </Box>
          ))}
        </Box>
      </Popover>
    </>
  );
}
