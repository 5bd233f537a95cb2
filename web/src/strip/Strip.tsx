import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import type { StripOwner } from "../api/types";
import { goTo } from "../commands/going";
import { useShot } from "../state/select";
import { set, useStore } from "../state/store";
import { BeadRow } from "./BeadRow";
import { CardRow } from "./CardRow";
import { InView } from "./InView";
import { Ruler } from "./Ruler";
import { useStrip } from "./useStrip";

const Names = 148;

/** Frames ↔ pixels of the lane. */
export interface Scale {
  x: (frame: number) => number;
  frame: (x: number) => number;
  perFrame: number;
}

/** The time area: ruler, cards with their charts, a row of beads for each thing with keys, and now. */
export function Strip({ camera }: { camera: boolean }) {
  const length = useShot()?.length ?? null;
  const castId = useStore((state) => state.castId);
  const owner = useStrip(camera ? "camera" : castId);
  const lane = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(800);
  useEffect(() => {
    const element = lane.current;
    if (!element) return;
    const watcher = new ResizeObserver(() => setWidth(element.clientWidth));
    watcher.observe(element);
    return () => watcher.disconnect();
  }, []);
  const scale = useMemo(() => scaleOf(width, length ?? 1), [width, length]);
  if (length === null) return null;

  const scrub = (event: React.PointerEvent<HTMLElement>) => {
    const target = event.currentTarget;
    const left = lane.current?.getBoundingClientRect().left ?? 0;
    const to = (x: number) => goTo(scale.frame(x - left));
    set({ playing: false, scrubbing: true });
    to(event.clientX);
    target.setPointerCapture(event.pointerId);
    target.onpointermove = (moved) => to(moved.clientX);
    target.onlostpointercapture = () => {
      target.onpointermove = null;
      set({ scrubbing: false });
    };
  };

  return (
    <Box
      component="section"
      aria-label="Strip"
      sx={{
        height: "100%",
        display: "flex",
        flexDirection: "column",
        bgcolor: "background.default",
        overflow: "hidden",
      }}
    >
      <Box tabIndex={0} sx={{ position: "relative", flex: 1, overflowY: "auto", overflowX: "hidden" }}>
        <Box
          sx={{
            display: "flex",
            position: "sticky",
            top: 0,
            zIndex: 4,
            bgcolor: "background.default",
            borderBottom: 1,
            borderColor: "divider",
          }}
        >
          <Box
            sx={{ width: Names, flexShrink: 0, bgcolor: "background.paper", borderRight: 1, borderColor: "divider" }}
          />
          <Box ref={lane} onPointerDown={scrub} sx={{ flex: 1, cursor: "ew-resize", touchAction: "none" }}>
            <Ruler length={length} scale={scale} width={width} />
          </Box>
        </Box>
        {owner && <OwnerRows owner={owner} scale={scale} />}
        <Blade scale={scale} />
      </Box>
    </Box>
  );
}

function scaleOf(width: number, length: number): Scale {
  const perFrame = (width - 28) / Math.max(1, length - 1);
  return { x: (frame) => 10 + (frame - 1) * perFrame, frame: (x) => 1 + (x - 10) / perFrame, perFrame };
}

/** Now. It moves with every frame; the rows do not. */
function Blade({ scale }: { scale: Scale }) {
  const { inks } = useTheme().palette;
  const frame = useStore((state) => state.frame);
  return (
    <svg
      aria-hidden="true"
      style={{
        position: "absolute",
        left: Names + scale.x(frame) - 6,
        top: 0,
        height: "100%",
        minHeight: 200,
        width: 12,
        pointerEvents: "none",
        zIndex: 5,
      }}
    >
      <path d="M6 0V4000" stroke={inks.blade} strokeWidth={1.4} />
      <path d="M1 0h10l-3 5 3 5-3 5 3 5-5 4-5-4 3-5-3-5 3-5z" fill={inks.blade} />
    </svg>
  );
}

const OwnerRows = memo(({ owner, scale }: { owner: StripOwner; scale: Scale }) => {
  return (
    <>
      <Named title={owner.kind === "Camera" ? "Marks" : "Poses"} note={owner.name} tall>
        <CardRow owner={owner} scale={scale} />
      </Named>
      {owner.rows.map((row) => (
        <Named key={row.thing} title={row.title}>
          <BeadRow row={row} owner={owner.owner} scale={scale} />
        </Named>
      ))}
    </>
  );
});

function Named({
  title,
  note,
  tall,
  children,
}: {
  title: string;
  note?: string;
  tall?: boolean;
  children: React.ReactNode;
}) {
  return (
    <Box sx={{ display: "flex", borderBottom: tall ? 1 : 0, borderColor: "divider" }}>
      <Box
        sx={{
          width: Names,
          flexShrink: 0,
          bgcolor: "background.paper",
          borderRight: 1,
          borderColor: "divider",
          px: 1.5,
          display: "flex",
          flexDirection: "column",
          justifyContent: "center",
          fontSize: 13,
          overflow: "hidden",
        }}
      >
        <Box
          sx={{ fontWeight: tall ? 700 : 400, whiteSpace: "nowrap", overflow: "hidden", textOverflow: "ellipsis" }}
          title={title}
        >
          {title}
        </Box>
        {note && <Box sx={{ color: "text.secondary", fontSize: 12 }}>{note}</Box>}
      </Box>
      <InView minHeight={tall ? 78 : 24}>{children}</InView>
    </Box>
  );
}
