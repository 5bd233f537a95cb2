import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { memo, useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import type { StripOwner } from "../api/types";
import { useTip } from "../commands/CommandButton";
import { goTo } from "../commands/going";
import { commandOf } from "../commands/list";
import { useShot } from "../state/select";
import { get, set, useStore } from "../state/store";
import { words } from "../words/timeline";
import { ActionRow } from "./ActionRow";
import { BeadRow, RowHigh } from "./BeadRow";
import { choiceHere } from "./beads";
import { type Band, startBand } from "./boxBeads";
import { CardRow } from "./CardRow";
import { ChosenSpan } from "./ChosenSpan";
import { GraphPane } from "./graph/GraphPane";
import { InView } from "./InView";
import { PlayRange } from "./PlayRange";
import { rowKey } from "./question";
import { RangeBar } from "./RangeBar";
import { RowHead } from "./RowHead";
import { Names, RowName } from "./RowName";
import { Ruler } from "./Ruler";
import { type Scale, ScaleHere, scaleOf } from "./scale";
import { CueRow } from "./sound/CueRow";
import { SoundRow } from "./sound/SoundRow";
import { openStripMenu } from "./stripMenu";
import { along, see, stripViewOf } from "./stripView";
import { useStrip } from "./useStrip";
import { useWheel } from "./useWheel";

/** What of the strip stands above the graph and below it, px. */
const BesideGraph = 116;
const LeastGraph = 110;

/** The time area: ruler, cards with their charts, a row of beads for each thing with keys, and now. */
export function Strip({ camera }: { camera: boolean }) {
  const length = useShot()?.length ?? null;
  const castId = useStore((state) => state.castId);
  const owner = useStrip(camera ? "camera" : castId);
  const section = useRef<HTMLElement>(null);
  const lane = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(800);
  const [graphHigh, setGraphHigh] = useState(LeastGraph);
  useEffect(() => {
    const element = lane.current;
    if (!element) return;
    const watcher = new ResizeObserver(() => {
      setWidth(element.clientWidth);
      setGraphHigh(Math.max(LeastGraph, (section.current?.clientHeight ?? 0) - BesideGraph));
    });
    watcher.observe(element);
    if (section.current) watcher.observe(section.current);
    return () => watcher.disconnect();
  }, []);
  const stripView = useStore((state) => state.stripView);
  // Rows and cards are many: they are drawn in slices, and the page answers in between.
  const view = useDeferredValue(stripView);
  const scale = useMemo(() => scaleOf(width, stripViewOf(view, length ?? 1)), [width, length, view]);
  const newest = useRef(scale);
  newest.current = scale;
  const scaleNow = useCallback(() => newest.current, []);
  const [filter, setFilter] = useState("");
  const onlyChosen = useStore((state) => state.onlyChosen);
  const graph = useStore((state) => state.graph);
  useWheel(section, lane, length ?? 1, newest, view === stripView);
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
      data-area="timeline"
      aria-label={words.timeline}
      sx={{
        position: "relative",
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
            sx={{
              width: Names,
              flexShrink: 0,
              display: "flex",
              bgcolor: "background.paper",
              borderRight: 1,
              borderColor: "divider",
            }}
          >
            <Box
              component="input"
              type="search"
              aria-label={words.findRowTip}
              placeholder={words.findRow}
              value={filter}
              onChange={(event: React.ChangeEvent<HTMLInputElement>) => setFilter(event.target.value)}
              sx={{
                flex: 1,
                minWidth: 0,
                boxSizing: "border-box",
                font: "inherit",
                fontSize: 12,
                color: "inherit",
                pl: 1.5,
                border: 0,
                bgcolor: "transparent",
              }}
            />
            <Toggle
              command="only-chosen"
              on={onlyChosen}
              d="M6 2a4 4 0 1 1 0 8a4 4 0 1 1 0-8M6 5a1 1 0 1 1 0 2a1 1 0 1 1 0-2"
            />
            <Toggle command="graph" on={graph} d="M1 10C5 10 6 2 11 2" />
          </Box>
          <Box
            ref={lane}
            onPointerDown={scrub}
            sx={{ position: "relative", flex: 1, overflow: "hidden", cursor: "ew-resize", touchAction: "none" }}
          >
            <Ruler length={length} scale={scale} width={width} />
            <PlayRange scale={scale} />
            <ChosenSpan scale={scale} />
          </Box>
        </Box>
        <ScaleHere value={scale}>
          {owner && <OwnerRows owner={owner} scaleNow={scaleNow} filter={filter} graphHigh={graphHigh} />}
        </ScaleHere>
      </Box>
      <Blade scale={scale} />
      <RangeBar length={length} />
    </Box>
  );
}

/** A way of showing the strip, switched on and off by its command. */
function Toggle({ command, on, d }: { command: string; on: boolean; d: string }) {
  const tip = useTip(command);
  return (
    <Box
      component="button"
      aria-label={tip}
      title={tip}
      aria-pressed={on}
      onClick={() => commandOf(command).run()}
      sx={{
        border: 0,
        width: 24,
        p: 0,
        cursor: "pointer",
        color: on ? "background.paper" : "text.primary",
        bgcolor: on ? "primary.main" : "transparent",
      }}
    >
      <svg width={12} height={12} aria-hidden="true" style={{ display: "block", margin: "auto" }}>
        <path d={d} fill="none" stroke="currentColor" strokeWidth={1.5} />
      </svg>
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

/** Now. It moves with every frame and stands over the rows, which do not and are scrolled under it. */
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

const isOnGraph = (target: EventTarget) => target instanceof Element && target.closest("[data-testid=graph]") !== null;

interface OwnerRowsProps {
  owner: StripOwner;
  scaleNow: () => Scale;
  filter: string;
  graphHigh: number;
}

const OwnerRows = memo(({ owner, scaleNow, filter, graphHigh }: OwnerRowsProps) => {
  const { inks } = useTheme().palette;
  const [band, setBand] = useState<Band | null>(null);
  const graph = useStore((state) => state.graph);
  const onlyChosen = useStore((state) => state.onlyChosen);
  const thing = useStore((state) => (state.onlyChosen ? state.chosen?.thing : undefined));
  const choice = useStore((state) => (state.onlyChosen ? choiceHere(state) : null));
  const rows = owner.rows.filter(
    (row) =>
      row.title.toLowerCase().includes(filter.trim().toLowerCase()) &&
      (!onlyChosen || row.thing === thing || choice?.rows.has(rowKey(row))),
  );
  return (
    <Box
      sx={{ position: "relative" }}
      onContextMenu={(event: React.MouseEvent) => openStripMenu(event, owner)}
      onPointerDown={(event: React.PointerEvent<HTMLElement>) => {
        if (event.clientX > event.currentTarget.getBoundingClientRect().left + Names && !isOnGraph(event.target))
          startBand(event, rows, scaleNow(), setBand);
      }}
    >
      <SoundRow names={Names} />
      {owner.kind === "Puppet" && <CueRow owner={owner.owner} names={Names} />}
      <Named title={owner.kind === "Camera" ? words.marks : words.poses} note={owner.name}>
        <CardRow owner={owner} />
      </Named>
      <ActionRow owner={owner.owner} names={Names} />
      {graph && <GraphPane owner={owner} names={Names} high={graphHigh} />}
      {rows.map((row) => (
        // Hundreds of rows are gone through with every notch of the wheel: plain elements cost next to nothing, and
        // those out of view are neither styled nor laid out.
        <div key={rowKey(row)} style={{ display: "flex", contentVisibility: "auto", containIntrinsicHeight: RowHigh }}>
          <RowName row={row} />
          <InView minHeight={RowHigh}>
            <BeadRow row={row} owner={owner.owner} />
          </InView>
        </div>
      ))}
      {band && (
        <Box
          aria-hidden="true"
          style={{ ...band }}
          sx={{
            position: "absolute",
            border: `1px dashed ${inks.petrol}`,
            pointerEvents: "none",
            zIndex: 3,
          }}
        />
      )}
    </Box>
  );
});

function Named({ title, note, children }: { title: string; note: string; children: React.ReactNode }) {
  return (
    <Box sx={{ display: "flex", borderBottom: 1, borderColor: "divider" }}>
      <RowHead width={Names} title={title} note={note} />
      <InView minHeight={78}>{children}</InView>
    </Box>
  );
}
