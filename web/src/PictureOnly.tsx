import Box from "@mui/material/Box";
import { useEffect, useRef } from "react";
import { words } from "./words/shell";

/** The picture alone, as the window shows it that opened this one. */
export function PictureOnly() {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (element === null) return;
    const size = () => {
      const ratio = Math.min(2, window.devicePixelRatio);
      [element.width, element.height] = [window.innerWidth * ratio, window.innerHeight * ratio].map(Math.round) as [
        number,
        number,
      ];
      (window.opener as Window | null)?.showPictureOn?.(element, window);
    };
    size();
    window.addEventListener("resize", size);
    return () => window.removeEventListener("resize", size);
  }, []);
  return (
    <Box sx={{ position: "fixed", inset: 0, bgcolor: "#000000" }}>
      <canvas ref={canvas} aria-label={words.picture} style={{ width: "100%", height: "100%", display: "block" }} />
      {window.opener === null && (
        <Box sx={{ position: "absolute", inset: 0, display: "grid", placeItems: "center", color: "#FFFFFF" }}>
          {words.ownWindowHint}
        </Box>
      )}
    </Box>
  );
}
