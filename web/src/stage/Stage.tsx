import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from "react";
import { set, useStore } from "../state/store";
import { Overlay } from "./Overlay";
import { show } from "./playback";

const Margin = 26;

/** The picture as large as the place allows, with the handles over it and the bar of this place's actions under it. */
export function Stage({ caption, bar, empty }: { caption: string; bar: ReactNode; empty: ReactNode | null }) {
  const { inks } = useTheme().palette;
  const film = useStore((state) => state.film);
  const onBench = useStore((state) => state.place === "parts" || state.place === "rig");
  const room = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const aspect = film ? film.width / film.height : 16 / 9;

  // Measured before the first paint: handles never stand at a size that is not the picture's.
  useLayoutEffect(() => {
    const element = room.current;
    if (element === null) return;
    const measure = () => {
      const [w, h] = [element.clientWidth - 2 * Margin, element.clientHeight - 2 * Margin - 26];
      if (onBench) {
        // A puppet on the bench has all the room there is.
        const [width, height] = [Math.max(32, w + Margin), Math.max(18, h)];
        set({ benchAspect: Math.round((100 * width) / height) / 100 });
        setSize({ width, height });
        return;
      }
      const width = Math.max(32, Math.floor(Math.min(w, h * aspect)));
      setSize({ width, height: Math.max(18, Math.round(width / aspect)) });
    };
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(element);
    return () => watcher.disconnect();
  }, [aspect, onBench]);

  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context || size.width === 0) return;
    const ratio = Math.min(2, window.devicePixelRatio);
    const [width, height] = [Math.round(size.width * ratio), Math.round(size.height * ratio)];
    context.canvas.width = width;
    context.canvas.height = height;
    show({ context, width, height });
    return () => show(null);
  }, [size]);

  const grid = `linear-gradient(${inks.birchLine} 1px, transparent 1px), linear-gradient(90deg, ${inks.birchLine} 1px, transparent 1px)`;
  return (
    <Box
      ref={room}
      component="section"
      aria-label="Stage"
      sx={{
        position: "relative",
        height: "100%",
        overflow: "hidden",
        background: onBench ? inks.birch : inks.stage,
        backgroundImage: onBench ? grid : "none",
        backgroundSize: "32px 32px",
      }}
    >
      <Box
        sx={{
          position: "absolute",
          left: "50%",
          top: `calc(50% - 13px)`,
          width: size.width,
          height: size.height,
          transform: "translate(-50%, -50%)",
        }}
      >
        <Box
          sx={{
            position: "absolute",
            top: -20,
            left: 0,
            fontSize: 12,
            color: onBench ? inks.ink : "#FFFFFF",
            bgcolor: onBench ? "transparent" : inks.rail,
            px: onBench ? 0 : 0.75,
            borderRadius: "4px 4px 0 0",
            whiteSpace: "nowrap",
          }}
        >
          {caption}
        </Box>
        <canvas
          ref={canvas}
          data-testid="picture"
          style={{ width: "100%", height: "100%", display: "block", outline: onBench ? "none" : "1px solid #FFFFFF88" }}
        />
        {film && <Overlay width={size.width} height={size.height} />}
        {empty && (
          <Box sx={{ position: "absolute", inset: 0, display: "grid", placeItems: "center", pointerEvents: "none" }}>
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
      </Box>
      <Box sx={{ position: "absolute", left: 12, right: 12, bottom: 8, display: "flex", gap: 0.75, flexWrap: "wrap" }}>
        {bar}
      </Box>
    </Box>
  );
}
