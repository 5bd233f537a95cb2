import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useState } from "react";
import { PickList } from "../benches/PickList";
import { NumberField } from "../fields/NumberField";
import { TextField } from "../fields/TextField";
import { chooseShot, commit } from "../state/film";
import { newId, useShot } from "../state/select";
import { useStore } from "../state/store";

/** Shots: choose, make, rename, set the length. */
export function ShotMenu() {
  const shots = useStore((state) => state.film?.shots);
  const shot = useShot();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (!shots) return null;
  const add = async () => {
    const id = newId("shot");
    await commit({
      kind: "addShot",
      shot: {
        id,
        name: `Shot ${shots.length + 1}`,
        length: 96,
        things: [],
        tracks: [],
        cards: [],
        shakes: [],
        wind: { strengthPercent: 100 },
      },
    });
    await chooseShot(id);
  };
  return (
    <>
      <Button variant="outlined" onClick={(event) => setAnchor(event.currentTarget)} aria-haspopup="true">
        Shot {shots.findIndex((one) => one.id === shot?.id) + 1} · “{shot?.name}” ▾
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
      >
        <Box sx={{ width: 280, p: 1.5 }}>
          {shot && (
            <>
              <TextField
                label="Name"
                value={shot.name}
                onWrite={(name) => void commit({ kind: "changeShot", shotId: shot.id, name })}
              />
              <NumberField
                label="Length"
                unit="fr."
                decimals={0}
                step={1}
                min={1}
                max={100000}
                value={shot.length}
                edit={(length) => ({ kind: "changeShot", shotId: shot.id, length: Math.round(length) })}
              />
            </>
          )}
          <PickList
            label="Shots"
            lines={shots.map((one) => ({ id: one.id, name: one.name }))}
            chosen={shot?.id ?? null}
            onPick={(id) => {
              void chooseShot(id);
              setAnchor(null);
            }}
          />
          <Button variant="outlined" onClick={() => void add()}>
            New shot
          </Button>
        </Box>
      </Popover>
    </>
  );
}
