import Box from "@mui/material/Box";
import { useShot } from "../../state/select";
import { useStore } from "../../state/store";
import { words } from "../../words/sound";
import { lanesOf } from "../actionBlocks";
import { RowHead } from "../RowHead";
import { useScale } from "../scale";
import { LaneHigh, SoundBlock } from "./SoundBlock";

/** What is heard of the shot, several at once below each other. */
export function SoundRow({ names }: { names: number }) {
  const scale = useScale();
  const shot = useShot();
  const sounds = useStore((state) => state.film?.sounds);
  const hear = useStore((state) => state.hear);
  if (!shot || !sounds || shot.sounds.length === 0) return null;
  const lanes = lanesOf(shot.sounds);
  const high = (Math.max(...lanes.values()) + 1) * LaneHigh + 4;
  return (
    <Box sx={{ display: "flex", borderBottom: 1, borderColor: "divider" }}>
      <RowHead width={names} title={words.sound} note={hear ? undefined : words.rowMuted} />
      <svg
        width="100%"
        height={high}
        style={{ display: "block", overflow: "hidden" }}
        role="group"
        aria-label={words.soundsOnTimeline}
      >
        {shot.sounds.map((use) => {
          const sound = sounds.find(({ id }) => id === use.sound);
          return (
            sound && <SoundBlock key={use.id} use={use} sound={sound} scale={scale} lane={lanes.get(use.id) ?? 0} />
          );
        })}
      </svg>
    </Box>
  );
}
