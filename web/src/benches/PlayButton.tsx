import Button from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import { CommandButton } from "../commands/CommandButton";
import { type Quality, set, useStore } from "../state/store";

/** Play, with the rate that is really reached, and the play quality. */
export function PlayButton() {
  const playing = useStore((state) => state.playing);
  const reached = useStore((state) => state.reached);
  const quality = useStore((state) => state.quality);
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const next: Quality = quality === 1 ? 0.5 : quality === 0.5 ? 0.25 : 1;
  return (
    <>
      <CommandButton command="play" variant="contained">
        {playing ? "Stop" : "Play"}
      </CommandButton>
      <Tooltip title="How finely frames are painted while playing">
        <Button variant="contained" color="inherit" sx={bar} onClick={() => set({ quality: next })}>
          Size: {quality === 1 ? "full" : quality === 0.5 ? "half" : "quarter"}
        </Button>
      </Tooltip>
      {playing && reached !== null && (
        <Button
          component="span"
          variant="contained"
          color="inherit"
          sx={{ ...bar, pointerEvents: "none" }}
          role="status"
        >
          {reached.toFixed(1)} of {rate} a second
        </Button>
      )}
    </>
  );
}

/** Buttons that lie on the stage's grey. */
export const bar = { bgcolor: "background.paper", color: "text.primary" } as const;
