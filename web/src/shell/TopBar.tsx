import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import { CommandButton } from "../commands/CommandButton";
import { keyName } from "../commands/command";
import { commandOf } from "../commands/list";
import { keysOf, useShortcuts } from "../commands/shortcuts";
import { useShot } from "../state/select";
import { set, useStore } from "../state/store";
import { counts } from "../words/count";
import { words } from "../words/shell";
import { FilmMenu } from "./FilmMenu";
import { Finder } from "./Finder";
import { ShotMenu } from "./ShotMenu";
import { SnagList, useSnags } from "./Snags";
import { VersionBar } from "./VersionBar";

export function TopBar() {
  const film = useStore((state) => state.film);
  const kept = useStore((state) => state.kept);
  const keyedAt = useStore((state) => state.keyedAt);
  const undoTitle = useStore((state) => state.undo);
  const redoTitle = useStore((state) => state.redo);
  const shot = useShot();
  const snags = useSnags();
  const place = useStore((state) => state.place);
  const findKeys = keyName(useShortcuts(({ changed }) => keysOf(commandOf("find"), changed)) || " ");
  const [finder, setFinder] = useState<HTMLElement | null>(null);
  const [snagButton, setSnagButton] = useState<HTMLElement | null>(null);
  return (
    <Box
      component="header"
      sx={{
        height: 36,
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
        <Box
          component="span"
          sx={{ color: "text.secondary", whiteSpace: "nowrap", display: { xs: "none", lg: "inline" } }}
        >
          {words.lengthLine(shot.length, film.frameRate)}
        </Box>
      )}
      {place === "act" && <VersionBar />}
      <Box sx={{ flex: 1 }} />
      <Box
        component="span"
        role="status"
        sx={{ color: kept === "lost" ? "error.main" : "text.secondary", whiteSpace: "nowrap" }}
      >
        {kept === "kept"
          ? keyedAt
            ? words.keyedAt(keyedAt)
            : words.allChangesSaved
          : kept === "keeping"
            ? words.saving
            : words.serverNotReached}
      </Box>
      <CommandButton command="undo" says={undoTitle ? words.undo(undoTitle) : undefined} />
      <CommandButton command="redo" says={redoTitle ? words.redo(redoTitle) : undefined} />
      <Button
        ref={setSnagButton}
        variant="outlined"
        color={snags.length > 0 ? "error" : "primary"}
        onClick={() => set({ snagsOpen: true })}
      >
        {snags.length === 0 ? words.noSnags : counts.snags(snags.length)}
      </Button>
      <Button ref={setFinder} variant="outlined" onClick={() => set({ finderOpen: true })}>
        {words.findCommand}
        <Box
          component="kbd"
          sx={{ font: "inherit", fontSize: 12, color: "text.secondary", ml: 1, display: { xs: "none", lg: "inline" } }}
        >
          {findKeys}
        </Box>
      </Button>
      <Finder anchor={finder} />
      <SnagList anchor={snagButton} />
    </Box>
  );
}
