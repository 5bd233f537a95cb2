import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import type { StripOwner, StripRow } from "../api/types";
import { goTo } from "../commands/going";
import { useShot } from "../state/select";
import { get, set, useStore } from "../state/store";
import { BeadRow } from "./BeadRow";
import { choose } from "./beads";
import { type Band, startBand } from "./boxBeads";
import { CardRow } from "./CardRow";
import { ChosenSpan } from "./ChosenSpan";
import { InView } from "./InView";
import { RangeBar } from "./RangeBar";
import { Ruler } from "./Ruler";
import { type Scale, scaleOf } from "./scale";
import { along, nearer, see, stripViewOf } from "./stripView";
import { useStrip } from "./useStrip";

const Names = 148;

/** One notch of the wheel. */
const Notch = 1.15;

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
  const stripView = useStore((state) => state.stripView);
  const scale = useMemo(() => scaleOf(width, stripViewOf(stripView, length ?? 1)), [width, length, stripView]);
  const [filter, setFilter] = useState("");
  const section = useRef<HTMLElement>(null);
  // A wheel that is not passive, so that the page does not grow: with Ctrl nearer, across or with Shift along.
  useEffect(() => {
    const element = section.current;
    const wheel = (event: WheelEvent) => {
      const across = event.shiftKey ? event.deltaY : event.deltaX;
      if (!event.ctrlKey && across === 0) return;
      event.preventDefault();
      const x = event.clientX - (lane.current?.getBoundingClientRect().left ?? 0);
      if (event.ctrlKey) see(length ?? 1, (view) => nearer(view, scale.frame(x), event.deltaY < 0 ? Notch : 1 / Notch));
      else see(length ?? 1, (view) => along(view, across / scale.perFrame));
    };
    element?.addEventListener("wheel", wheel, { passive: false });
    return () => element?.removeEventListener("wheel", wheel);
  }, [scale, length]);
  useFollowing(length ?? 1);
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
      ref={section}
      component="section"
      aria-label="Strip"
      sx={{
        height: "100%",
        display: "flex",
        flexDirection: "column",
        bgcolor: "background.default",
        overflow: "hidden",
        userSelect: "none",
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
            component="input"
            type="search"
            aria-label="Find a row of keys by name"
            placeholder="Find a row"
            value={filter}
            onChange={(event: React.ChangeEvent<HTMLInputElement>) => setFilter(event.target.value)}
            sx={{
              width: Names,
              flexShrink: 0,
              boxSizing: "border-box",
              font: "inherit",
              fontSize: 12,
              color: "inherit",
              px: 1.5,
              border: 0,
              bgcolor: "background.paper",
              borderRight: 1,
              borderColor: "divider",
            }}
          />
          <Box
            ref={lane}
            onPointerDown={scrub}
            sx={{ position: "relative", flex: 1, overflow: "hidden", cursor: "ew-resize", touchAction: "none" }}
          >
            <Ruler length={length} scale={scale} width={width} />
            <ChosenSpan scale={scale} />
          </Box>
        </Box>
        {owner && <OwnerRows owner={owner} scale={scale} filter={filter} />}
        <Blade scale={scale} />
      </Box>
      <RangeBar length={length} />
    </Box>
  );
}

/** The strip goes along when the saw blade leaves what it shows. */
function useFollowing(length: number): void {
  const frame = useStore((state) => state.frame);
  useEffect(() => {
    const view = get().stripView;
    if (view === null || (frame >= view.from && frame <= view.to)) return;
    see(length, (seen) => along(seen, frame - (frame < view.from ? view.from : view.to)));
  }, [frame, length]);
}

/** Now. It moves with every frame; the rows do not. */
function Blade({ scale }: { scale: Scale }) {
  const { inks } = useTheme().palette;
  const frame = useStore((state) => state.frame);
  if (frame < Math.floor(scale.from) || frame > Math.ceil(scale.to)) return null;
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

const OwnerRows = memo(({ owner, scale, filter }: { owner: StripOwner; scale: Scale; filter: string }) => {
  const { inks } = useTheme().palette;
  const [band, setBand] = useState<Band | null>(null);
  const rows = owner.rows.filter(({ title }) => title.toLowerCase().includes(filter.trim().toLowerCase()));
  return (
    <Box
      sx={{ position: "relative" }}
      onPointerDown={(event: React.PointerEvent<HTMLElement>) => {
        if (event.clientX > event.currentTarget.getBoundingClientRect().left + Names)
          startBand(event, rows, scale, setBand);
      }}
    >
      <Named title={owner.kind === "Camera" ? "Marks" : "Poses"} note={owner.name} tall>
        <CardRow owner={owner} scale={scale} />
      </Named>
      {rows.map((row) => (
        <Named key={row.thing} title={row.title} row={row}>
          <BeadRow row={row} owner={owner.owner} scale={scale} />
        </Named>
      ))}
      {band && (
        <Box
          aria-hidden="true"
          sx={{
            position: "absolute",
            ...band,
            border: `1px dashed ${inks.petrol}`,
            pointerEvents: "none",
            zIndex: 3,
          }}
        />
      )}
    </Box>
  );
});

function Named({
  title,
  note,
  tall,
  row,
  children,
}: {
  title: string;
  note?: string;
  tall?: boolean;
  /** A press on the name chooses all of its keys. */
  row?: StripRow;
  children: React.ReactNode;
}) {
  return (
    <Box sx={{ display: "flex", borderBottom: tall ? 1 : 0, borderColor: "divider" }}>
      <Box
        component={row ? "button" : "div"}
        aria-label={row && `Choose all keys of ${title}`}
        title={row && "All of its keys are chosen (Shift: these too)"}
        onClick={(event: React.MouseEvent) =>
          row && choose([{ row, frames: row.beads.map(({ frame }) => frame) }], event.shiftKey ? "also" : "only")
        }
        sx={{
          width: Names,
          flexShrink: 0,
          border: 0,
          font: "inherit",
          color: "inherit",
          textAlign: "left",
          cursor: row ? "pointer" : "default",
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
