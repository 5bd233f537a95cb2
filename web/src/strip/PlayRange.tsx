import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useState } from "react";
import { followPointer } from "../stage/followPointer";
import { commit } from "../state/film";
import { useShot } from "../state/select";
import { words } from "../words/timeline";
import type { Scale } from "./scale";

/** The part of the shot that plays and prints, along the ruler's head: dragged by its ends. */
export function PlayRange({ scale }: { scale: Scale }) {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const [dragged, setDragged] = useState<{ from: number; to: number } | null>(null);
  const range = dragged ?? shot?.range;
  if (!shot || !range) return null;
  const drag = (event: React.PointerEvent, end: "from" | "to") => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.preventDefault();
    const startX = event.clientX;
    let last = range;
    followPointer({
      move: ({ clientX }) => {
        const frame = range[end] + Math.round((clientX - startX) / scale.perFrame);
        const [low, high] = end === "from" ? [1, range.to] : [range.from, shot.length];
        last = { ...range, [end]: Math.min(high, Math.max(low, frame)) };
        setDragged(last);
      },
      end: (kept) => {
        setDragged(null);
        if (kept !== null) void commit({ kind: "changeShot", shotId: shot.id, range: last });
      },
    });
  };
  const [from, to] = [scale.x(range.from), scale.x(range.to)];
  const handle = (end: "from" | "to") => (
    <Box
      data-play-range={end}
      onPointerDown={(event) => drag(event, end)}
      sx={{
        position: "absolute",
        [end === "from" ? "left" : "right"]: -3,
        top: 0,
        width: 7,
        height: 12,
        borderRadius: end === "from" ? "3px 0 0 3px" : "0 3px 3px 0",
        bgcolor: inks.leaf,
        cursor: "col-resize",
      }}
    />
  );
  return (
    <Box
      title={words.range(range.from, range.to)}
      style={{ left: from, width: Math.max(4, to - from) }}
      sx={{ position: "absolute", top: 0, height: 4, bgcolor: inks.leaf }}
    >
      {handle("from")}
      {handle("to")}
    </Box>
  );
}
