import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from "react";
import { useShallow } from "zustand/react/shallow";
import { isOnBench, seesReferences } from "../state/select";
import { set, useStore } from "../state/store";
import { words } from "../words/stage";
import { AtWork } from "./AtWork";
import { GhostLayer } from "./GhostLayer";
import { LookBar } from "./LookBar";
import { lookOf, placed, px, type Rect, seenOf, styleOf, waysNow, wholeIn, withWays } from "./looking";
import { isPan, measured, startPan, zoomAt } from "./nearness";
import { Overlay } from "./Overlay";
import { show } from "./screen";
import { ToolLine } from "./ToolLine";

/** Over the picture stands its caption, and under it the line of tools, px; at its sides there is nothing. */
const CaptionHeight = 22;
const ToolsHeight = 42;

/** A puppet on the bench keeps off the sides. */
const BenchMargin = 13;

/** The picture as large as the place allows, with the handles over it and the bar of this place's actions under it. */
export function Stage({ caption, bar, empty }: { caption: ReactNode; bar: ReactNode; empty: ReactNode | null }) {
  const { inks } = useTheme().palette;
  const film = useStore((state) => state.film);
  const onBench = useStore(isOnBench);
  const nearness = useStore((state) => (onBench ? state.nearness.bench : state.nearness.stage));
  const beyond = useStore((state) => state.beyond) && !onBench;
  const castId = useStore((state) => state.castId);
  const panning = useStore((state) => state.panning);
  const references = useStore(seesReferences);
  const ways = new Set(useStore(useShallow((state) => [...waysNow(state)])));
  const wayKeys = [...ways].join(" ");
  const section = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [room, setRoom] = useState<Rect>({ left: 0, top: 0, width: 0, height: 0 });
  const frameAspect = film ? film.width / film.height : 16 / 9;

  // Measured before the first paint: handles never stand at a size that is not the picture's.
  useLayoutEffect(() => {
    const element = section.current;
    if (element === null) return;
    const measure = () => {
      const [w, h] = [element.clientWidth, element.clientHeight];
      const side = onBench ? BenchMargin : 0;
      const width = Math.max(32, w - 2 * side);
      const height = Math.max(18, h - CaptionHeight - ToolsHeight);
      if (onBench) set({ benchAspect: Math.round((100 * width) / height) / 100 });
      setRoom({ left: side, top: CaptionHeight, width, height });
    };
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(element);
    return () => watcher.disconnect();
  }, [onBench]);

  const aspect = onBench ? room.width / Math.max(1, room.height) : frameAspect;
  const whole = onBench ? room : wholeIn(room, aspect);
  const picture = placed(whole, nearness);
  // A bench has no edges that something could lie past.
  const pastEdges = beyond || (onBench && nearness.zoom !== 1);
  const seen = seenOf(picture, room, pastEdges);

  // biome-ignore lint/correctness/useExhaustiveDependencies: what is looked at is told by these numbers
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || room.width === 0) return;
    const ratio = Math.min(2, window.devicePixelRatio);
    const look = lookOf(picture, seen, aspect, ratio, pastEdges);
    measured(whole, room);
    show({ context, look: onBench ? look : { ...withWays(look, ways, castId), references } });
    return () => show(null);
  }, [room, nearness, beyond, onBench, frameAspect, wayKeys, castId, references]);

  // A wheel that is not passive, so that the page does not scroll or grow.
  useEffect(() => {
    const element = section.current;
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      zoomAt(event, room, onBench);
    };
    element?.addEventListener("wheel", wheel, { passive: false });
    return () => element?.removeEventListener("wheel", wheel);
  }, [room, onBench]);

  const grid = `linear-gradient(${inks.birchLine} 1px, transparent 1px), linear-gradient(90deg, ${inks.birchLine} 1px, transparent 1px)`;
  // A pose is read without its handles; in the mirror they would lie elsewhere.
  const unhandled = ways.has("silhouette") || ways.has("mirrored");
  const silhouette = !onBench && ways.has("silhouette");
  return (
    <Box
      ref={section}
      component="section"
      data-area="stage"
      aria-label={words.stage}
      onPointerDownCapture={(event: React.PointerEvent) => {
        if (isPan(event)) startPan(event, onBench);
      }}
      sx={{
        position: "relative",
        height: "100%",
        overflow: "hidden",
        cursor: panning ? "grab" : "default",
        background: onBench ? inks.birch : inks.stage,
        backgroundImage: onBench ? grid : "none",
        backgroundSize: "32px 32px",
      }}
    >
      <Box
        sx={{
          position: "absolute",
          left: Math.max(seen.left, 8),
          top: Math.max(seen.top - 20, 4),
          fontSize: 12,
          zIndex: 1,
          color: onBench ? inks.ink : "#FFFFFF",
          bgcolor: onBench ? "transparent" : inks.rail,
          px: onBench ? 0 : 0.75,
          borderRadius: "4px 4px 0 0",
          whiteSpace: "nowrap",
        }}
      >
        {caption}
      </Box>
      {silhouette && <Box sx={{ position: "absolute", ...px(seen), bgcolor: "#FFFFFF" }} />}
      <canvas
        ref={canvas}
        data-testid="picture"
        style={{
          position: "absolute",
          ...px(seen),
          display: "block",
          outline: onBench ? "none" : "1px solid #FFFFFF88",
          ...styleOf(ways),
        }}
      />
      {!onBench && <GhostLayer seen={seen} />}
      {film && (
        <Box sx={{ position: "absolute", ...px(picture), outline: beyond ? "1px dashed #FFFFFFAA" : "none" }}>
          {!unhandled && <Overlay width={picture.width} height={picture.height} />}
        </Box>
      )}
      {empty && (
        <Box sx={{ position: "absolute", ...px(seen), display: "grid", placeItems: "center", pointerEvents: "none" }}>
          <Box
            sx={{
              bgcolor: "background.paper",
              p: 3,
              borderRadius: 2,
              maxWidth: 340,
              textAlign: "center",
              pointerEvents: "auto",
            }}
          >
            {empty}
          </Box>
        </Box>
      )}
      <AtWork />
      <ToolLine>
        {bar}
        <LookBar onBench={onBench} whole={whole} />
      </ToolLine>
    </Box>
  );
}
