import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useEffect, useState } from "react";
import { useRecordHotkeys } from "react-hotkeys-hook";
import { type Command, keyName } from "../commands/command";
import { placeNames } from "../commands/going";
import { commands } from "../commands/list";
import { changeKeys, keysOf, keysSaid, resetKeys, useShortcuts } from "../commands/shortcuts";
import { entry } from "../fields/row";
import { places, set, useStore } from "../state/store";
import { words } from "../words/shell";

/** Both may hold at one place. */
const meet = (one: Command, other: Command) =>
  places.some((place) => (one.places ?? places).includes(place) && (other.places ?? places).includes(place));

const modifiers = new Set(["ctrl", "shift", "alt", "meta"]);

/** All commands with their shortcuts, each to be changed; two that would get in each other's way are refused. */
export function Shortcuts() {
  const open = useStore((state) => state.shortcutsOpen);
  const changed = useShortcuts((state) => state.changed);
  const [filter, setFilter] = useState("");
  const [waits, setWaits] = useState<Command | null>(null);
  const [refused, setRefused] = useState("");
  const [recorded, { start, stop, isRecording }] = useRecordHotkeys();
  const wait = (command: Command | null) => {
    setWaits(command);
    if (command) start();
    else stop();
  };
  const close = () => {
    wait(null);
    set({ shortcutsOpen: false });
  };
  const take = (keys: string) => {
    if (waits === null) return;
    const other = commands.find((one) => one.id !== waits.id && keysOf(one, changed) === keys && meet(one, waits));
    wait(null);
    if (waits.held && keys.includes("+")) return setRefused(words.heldNeedsOneKey(waits.name));
    if (other) return setRefused(words.keysTaken(keyName(keys), other.name));
    setRefused("");
    changeKeys(waits, keys);
  };
  // A key, with whatever is held with it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is taken once, when it comes
  useEffect(() => {
    const keys = isRecording ? [...recorded] : [];
    const own = keys.filter((key) => !modifiers.has(key)).at(-1);
    if (own === undefined) return;
    const held = ["ctrl", "alt", "shift"].filter(
      (key) => keys.includes(key) || (key === "ctrl" && keys.includes("meta")),
    );
    if (own === "escape") wait(null);
    else take([...held, own].join("+"));
  }, [recorded]);
  const shown = commands.filter((command) => command.name.toLowerCase().includes(filter.trim().toLowerCase()));
  return (
    <Dialog open={open} onClose={close} maxWidth="sm" fullWidth aria-labelledby="shortcuts-title">
      <DialogTitle id="shortcuts-title" sx={{ fontSize: 18, pb: 1 }}>
        {words.shortcuts}
      </DialogTitle>
      <DialogContent sx={{ height: 460, display: "flex", flexDirection: "column" }}>
        <Box
          component="input"
          type="search"
          aria-label={words.findCommandByName}
          placeholder={words.findByName}
          value={filter}
          onChange={(event: React.ChangeEvent<HTMLInputElement>) => setFilter(event.target.value)}
          sx={{ ...entry, mb: 1 }}
        />
        <Box role="status" sx={{ color: "error.main", minHeight: 20, fontSize: 13 }}>
          {refused}
        </Box>
        <Box
          component="ul"
          aria-label={words.commandsAndTheirShortcuts}
          sx={{ listStyle: "none", m: 0, p: 0, overflow: "auto", flex: 1 }}
        >
          {shown.map((command) => {
            const keys = keysOf(command, changed);
            const waiting = isRecording && waits?.id === command.id;
            return (
              <Box component="li" key={command.id} sx={{ display: "flex", alignItems: "center", gap: 1, py: 0.25 }}>
                <span style={{ flex: 1 }}>{command.name}</span>
                <Box component="span" sx={{ fontSize: 12, color: "text.secondary" }}>
                  {command.places?.map((place) => placeNames[place]).join(", ")}
                </Box>
                <Button
                  variant={waiting ? "contained" : "outlined"}
                  aria-label={words.shortcutOf(command.name, keysSaid(command, changed) || words.none)}
                  onClick={() => wait(waiting ? null : command)}
                  sx={{ minWidth: 110 }}
                >
                  {waiting ? words.pressKeys : keysSaid(command, changed) || words.none}
                </Button>
                <Button
                  aria-label={words.clearShortcut(command.name)}
                  disabled={keys === ""}
                  onClick={() => changeKeys(command, "")}
                >
                  ✕
                </Button>
              </Box>
            );
          })}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button
          onClick={() => {
            setRefused("");
            resetKeys();
          }}
          disabled={Object.keys(changed).length === 0}
        >
          {words.resetAll}
        </Button>
        <Button variant="contained" onClick={close}>
          {words.close}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
