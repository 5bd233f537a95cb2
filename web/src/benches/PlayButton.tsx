import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import Tooltip from "@mui/material/Tooltip";
import { useState } from "react";
import { CommandButton } from "../commands/CommandButton";
import { CheckField } from "../fields/CheckField";
import { ChoiceField } from "../fields/ChoiceField";
import { type Quality, type Speed, set, useStore } from "../state/store";
import { words } from "../words/places";

const sizes: Record<Quality, string> = { 1: "full", 0.5: "half", 0.25: "quarter" };
const speeds: Record<Speed, string> = { 1: words.normalSpeed, 0.5: words.halfSpeed, 0.25: words.quarterSpeed };
const speedSaid: Record<Speed, string> = { 1: "", 0.5: words.atHalfSpeed, 0.25: words.atQuarterSpeed };

/** Play, with the rate that is really reached, and how it plays. */
export function PlayButton() {
  const playing = useStore((state) => state.playing);
  const reached = useStore((state) => state.reached);
  const quality = useStore((state) => state.quality);
  const speed = useStore((state) => state.speed);
  const once = useStore((state) => state.once);
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const [at, setAt] = useState<HTMLElement | null>(null);
  return (
    <>
      <CommandButton command="play" variant="contained" sx={{ width: 52 }}>
        {playing ? words.stop : words.play}
      </CommandButton>
      <Tooltip title={words.playbackTip}>
        <Button variant="contained" color="inherit" sx={bar} onClick={(event) => setAt(event.currentTarget)}>
          {words.qualityLine(sizes[quality], speedSaid[speed], once ? words.playedOnce : "")}
        </Button>
      </Tooltip>
      <Popover open={at !== null} anchorEl={at} onClose={() => setAt(null)}>
        <Box sx={{ p: 1.5, width: 250 }}>
          <ChoiceField
            label={words.quality}
            value={String(quality)}
            choices={([1, 0.5, 0.25] as const).map((one) => ({
              value: String(one),
              title: sizes[one],
            }))}
            onChoose={(size) => set({ quality: Number(size) as Quality })}
          />
          <ChoiceField
            label={words.speed}
            value={String(speed)}
            choices={([1, 0.5, 0.25] as const).map((one) => ({ value: String(one), title: speeds[one] }))}
            onChoose={(fast) => set({ speed: Number(fast) as Speed })}
          />
          <CheckField label={words.playOnce} value={once} onChange={(next) => set({ once: next })} />
        </Box>
      </Popover>
      {playing && reached !== null && (
        <Button
          component="span"
          variant="contained"
          color="inherit"
          sx={{ ...bar, pointerEvents: "none" }}
          role="status"
        >
          {words.reached(reached.toFixed(1), rate * speed)}
        </Button>
      )}
    </>
  );
}

/** Buttons that lie on the stage's grey. */
export const bar = { bgcolor: "background.paper", color: "text.primary" } as const;
