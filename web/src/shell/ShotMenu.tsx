import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useState } from "react";
import { CommandButton } from "../commands/CommandButton";
import { TextField } from "../fields/TextField";
import { ShotList } from "../films/ShotList";
import { commit } from "../state/film";
import { useShot } from "../state/select";
import { useStore } from "../state/store";
import { words } from "../words/shell";
import { ShotLength } from "./ShotLength";

/** Shots: name and length of the one that is open, and all of them by their pictures. */
export function ShotMenu() {
  const shots = useStore((state) => state.film?.shots);
  const shot = useShot();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (!shots) return null;
  const close = () => setAnchor(null);
  return (
    <>
      <Button
        variant="outlined"
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-haspopup="true"
        sx={{ minWidth: 0, overflow: "hidden" }}
      >
        <span style={{ overflow: "hidden", textOverflow: "ellipsis" }}>
          {words.shotLine(shots.findIndex((one) => one.id === shot?.id) + 1, shot?.name ?? "")}
        </span>
        &nbsp;▾
      </Button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: "bottom", horizontal: "left" }}
      >
        <Box sx={{ width: 340, p: 1.5 }}>
          {shot && (
            <>
              <TextField
                label={words.name}
                value={shot.name}
                onWrite={(name) => void commit({ kind: "changeShot", shotId: shot.id, name })}
              />
              <ShotLength shot={shot} />
            </>
          )}
          <Box sx={{ my: 1, maxHeight: 360, overflow: "auto" }}>
            <ShotList onChoose={close} />
          </Box>
          <CommandButton command="new-shot" />
        </Box>
      </Popover>
    </>
  );
}
