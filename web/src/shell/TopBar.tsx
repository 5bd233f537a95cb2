import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import { useState } from "react";
import { redo, undo } from "../state/film";
import { useShot } from "../state/select";
import { set, useStore } from "../state/store";
import { FilmMenu } from "./FilmMenu";
import { Finder } from "./Finder";
import { ShotMenu } from "./ShotMenu";
import { SnagList, useSnags } from "./Snags";

export function TopBar() {
  const film = useStore((state) => state.film);
  const kept = useStore((state) => state.kept);
  const undoTitle = useStore((state) => state.undo);
  const redoTitle = useStore((state) => state.redo);
  const shot = useShot();
  const snags = useSnags();
  const [finder, setFinder] = useState<HTMLElement | null>(null);
  const [snagButton, setSnagButton] = useState<HTMLElement | null>(null);
  return (
    <Box
      component="header"
      sx={{
        height: 44,
        display: "flex",
        alignItems: "center",
        gap: 1,
        px: 1.5,
        bgcolor: "background.paper",
        borderBottom: 1,
        borderColor: "divider",
      }}
    >
      <FilmMenu />
      <ShotMenu />
      {shot && film && (
        <Box component="span" sx={{ color: "text.secondary", whiteSpace: "nowrap" }}>
          {shot.length} frames · {film.frameRate} a second
        </Box>
      )}
      <Box sx={{ flex: 1 }} />
      <Box
        component="span"
        role="status"
        sx={{ color: kept === "lost" ? "error.main" : "text.secondary", whiteSpace: "nowrap" }}
      >
        {kept === "kept" ? "All changes kept" : kept === "keeping" ? "Keeping…" : "Server not reached"}
      </Box>
      <Tooltip title={undoTitle ? `Undo: ${undoTitle} (Ctrl+Z)` : "Nothing to undo"}>
        <span>
          <Button variant="outlined" disabled={!undoTitle} onClick={() => void undo()}>
            Undo
          </Button>
        </span>
      </Tooltip>
      <Tooltip title={redoTitle ? `Redo: ${redoTitle} (Ctrl+Shift+Z)` : "Nothing to redo"}>
        <span>
          <Button variant="outlined" disabled={!redoTitle} onClick={() => void redo()}>
            Redo
          </Button>
        </span>
      </Tooltip>
      <Button
        ref={setSnagButton}
        variant="outlined"
        color={snags.length > 0 ? "error" : "primary"}
        onClick={() => set({ snagsOpen: true })}
      >
        {snags.length === 0 ? "No snags" : snags.length === 1 ? "1 snag" : `${snags.length} snags`}
      </Button>
      <Button ref={setFinder} variant="outlined" onClick={() => set({ finderOpen: true })}>
        Find a command&ensp;
        <Box component="kbd" sx={{ font: "inherit", fontSize: 12, color: "text.secondary" }}>
          Ctrl+K
        </Box>
      </Button>
      <Finder anchor={finder} />
      <SnagList anchor={snagButton} />
    </Box>
  );
}
