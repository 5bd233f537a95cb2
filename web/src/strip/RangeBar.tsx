import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useStore } from "../state/store";
import { words } from "../words/timeline";
import { along, see, stripViewOf } from "./stripView";

/** The shot's whole length, and which of it the strip shows: dragged along, or by an end to come nearer. */
export function RangeBar({ length }: { length: number }) {
  const { inks } = useTheme().palette;
  const { from, to } = stripViewOf(
    useStore((state) => state.stripView),
    length,
  );
  const part = (frame: number) => (100 * (frame - 1)) / Math.max(1, length - 1);
  const drag = (event: React.PointerEvent<HTMLElement>, side: "from" | "to" | null) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const target = event.currentTarget;
    const bar = target.closest<HTMLElement>("[data-range]");
    const [startX, start] = [event.clientX, { from, to }];
    target.setPointerCapture(event.pointerId);
    target.onpointermove = (moved) => {
      const by = ((moved.clientX - startX) / Math.max(1, bar?.clientWidth ?? 1)) * (length - 1);
      see(length, () => (side === null ? along(start, by) : { ...start, [side]: start[side] + by }));
    };
    target.onlostpointercapture = () => {
      target.onpointermove = null;
    };
  };
  const end = (side: "from" | "to") => (
    <Box
      onPointerDown={(event) => drag(event, side)}
      data-range-end={side}
      sx={{
        position: "absolute",
        [side === "from" ? "left" : "right"]: 0,
        top: 0,
        width: 8,
        height: "100%",
        bgcolor: inks.petrol,
        borderRadius: "4px",
        cursor: "col-resize",
      }}
    />
  );
  return (
    <Box
      aria-hidden="true"
      data-range
      title={words.visiblePart}
      sx={{ position: "relative", height: 10, flexShrink: 0, bgcolor: inks.line, touchAction: "none" }}
    >
      <Box
        data-range-thumb
        onPointerDown={(event) => drag(event, null)}
        onDoubleClick={() => see(length, () => ({ from: 1, to: length }))}
        // A rule of its own for every place would have the page's styles worked out anew.
        style={{ left: `${part(from)}%`, width: `${part(to) - part(from)}%` }}
        sx={{
          position: "absolute",
          minWidth: 20,
          height: "100%",
          bgcolor: `${inks.soft}66`,
          borderRadius: "4px",
          cursor: "grab",
        }}
      >
        {end("from")}
        {end("to")}
      </Box>
    </Box>
  );
}
