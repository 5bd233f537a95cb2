import Box from "@mui/material/Box";
import { useEffect, useState } from "react";
import type { Kept, Puppet } from "../../../api/types";
import { orderThumb } from "../../../stage/thumbs";
import { useStore } from "../../../state/store";

/** What is kept, as a puppet does it: a pose, or the middle of an action. Painted when nothing else is going on. */
export function KeptPicture({ kept, puppet, size }: { kept: Kept; puppet: Puppet | null; size: number }) {
  const resting = useStore((state) => state.atHand && !state.playing && state.gripping === null);
  const [picture, setPicture] = useState<string | null>(null);
  useEffect(() => {
    if (!resting || !puppet) return;
    return orderThumb({
      view: { puppet: puppet.id, aspect: 1, kept: kept.id },
      frame: Math.ceil(kept.length / 2),
      width: 96,
      height: 96,
      cutTo: 96,
      done: setPicture,
    });
  }, [kept, puppet, resting]);
  return (
    <Box
      sx={{
        width: size,
        height: size,
        flexShrink: 0,
        borderRadius: 1,
        bgcolor: "background.default",
        overflow: "hidden",
      }}
    >
      {picture && <img src={picture} alt="" width={size} height={size} style={{ display: "block" }} />}
    </Box>
  );
}
