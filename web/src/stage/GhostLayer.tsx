import { useTheme } from "@mui/material/styles";
import { useEffect, useRef } from "react";
import { labelInk } from "../fields/labels";
import { useStore } from "../state/store";
import { areSeen, drawGhosts, ghostsOn } from "./ghosts";
import { px, type Rect } from "./looking";

/** Over the picture: the poses before and after, faintly. */
export function GhostLayer({ seen }: { seen: Rect }) {
  const { inks } = useTheme().palette;
  const canvas = useRef<HTMLCanvasElement>(null);
  const settings = useStore((state) => state.ghosts);
  const shown = useStore(areSeen);
  const { inkBefore, inkAfter } = settings;
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    ghostsOn({ context, tints: { before: labelInk(inks, inkBefore), after: labelInk(inks, inkAfter) } });
    return () => ghostsOn(null);
  }, [inks, inkBefore, inkAfter]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: other settings, other ghosts
  useEffect(() => void drawGhosts(), [settings, shown]);
  return (
    <canvas
      ref={canvas}
      data-testid="ghosts"
      style={{
        position: "absolute",
        ...px(seen),
        pointerEvents: "none",
        visibility: shown ? "visible" : "hidden",
      }}
    />
  );
}
