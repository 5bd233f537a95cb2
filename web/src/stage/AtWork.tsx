import LinearProgress from "@mui/material/LinearProgress";
import { useEffect, useState } from "react";
import { useStore } from "../state/store";
import { words } from "../words/stage";

/** What takes longer says that it is at work. */
const SaysAfterMs = 300;

/** A line over the stage while a picture is long in coming. */
export function AtWork() {
  const painting = useStore((state) => state.painting);
  const [late, setLate] = useState(false);
  useEffect(() => {
    setLate(false);
    if (!painting) return;
    const timer = setTimeout(() => setLate(true), SaysAfterMs);
    return () => clearTimeout(timer);
  }, [painting]);
  return late ? (
    <LinearProgress aria-label={words.pictureIsBeingPainted} sx={{ position: "absolute", top: 0, left: 0, right: 0 }} />
  ) : null;
}
