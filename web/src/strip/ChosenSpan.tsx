import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useStore } from "../state/store";
import { words } from "../words/timeline";
import { dragChosen, Shown, stretchChosen } from "./beadDrag";
import { choiceHere, spanOf } from "./beads";
import type { Scale } from "./scale";

/** From the first chosen key to the last, under the ruler: dragged along, or by an end to stretch them. */
export function ChosenSpan({ scale }: { scale: Scale }) {
  const { inks } = useTheme().palette;
  const choice = useStore(choiceHere);
  if (choice === null) return null;
  const { first, last } = spanOf(choice);
  const [from, to] = [scale.x(first), scale.x(last)];
  const handle = (end: "first" | "last") =>
    first !== last && (
      <Box
        title={words.stretchTip(end)}
        data-span={end}
        onPointerDown={(event) => stretchChosen(event, scale, end)}
        sx={{
          position: "absolute",
          [end === "first" ? "left" : "right"]: -4,
          top: -2,
          width: 8,
          height: 10,
          borderRadius: "2px",
          bgcolor: inks.petrol,
          cursor: "col-resize",
        }}
      />
    );
  return (
    <Box
      aria-hidden="true"
      sx={{
        position: "absolute",
        left: 0,
        top: 18,
        width: "100%",
        height: 0,
        transform: Shown,
        transformOrigin: "0 0",
      }}
    >
      <Box
        title={words.moveTip}
        data-span="all"
        onPointerDown={(event) => dragChosen(event, scale, () => undefined)}
        style={{ left: from, width: Math.max(6, to - from) }}
        sx={{
          position: "absolute",
          height: 6,
          bgcolor: inks.petrol,
          opacity: 0.85,
          cursor: "grab",
        }}
      >
        {handle("first")}
        {handle("last")}
      </Box>
    </Box>
  );
}
