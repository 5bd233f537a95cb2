import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import { api } from "../../../api/client";
import { entry } from "../../../fields/row";
import { Setting } from "../../../fields/Setting";
import { onServer, tell } from "../../../state/film";
import { get, set } from "../../../state/store";
import { words as say } from "../../../words/sound";

/** A line of text that a simulated voice speaks, with its sounds timed. */
export function SpeakLine() {
  const [line, setLine] = useState({ words: "", language: "en", wordsPerMinute: 150, pitch: 40 });
  const [speaking, setSpeaking] = useState(false);
  const change = (changes: Partial<typeof line>) => setLine({ ...line, ...changes });
  const speak = async () => {
    const { shotId, frame } = get();
    if (shotId === null) return;
    setSpeaking(true);
    const brought = await onServer((id) => api.speak(id, shotId, { ...line, frame })).catch(tell);
    setSpeaking(false);
    if (brought) set({ chosen: { kind: "sound", thing: brought.use }, also: [] });
  };
  const text = (label: string, name: "words" | "language", width: number | string) => (
    <Box
      component="input"
      aria-label={label}
      placeholder={label}
      value={line[name]}
      maxLength={name === "words" ? 1000 : 20}
      onChange={(event: React.ChangeEvent<HTMLInputElement>) => change({ [name]: event.target.value })}
      onKeyDown={(event: React.KeyboardEvent) => event.stopPropagation()}
      sx={{ ...entry, width, boxSizing: "border-box" }}
    />
  );
  return (
    <Box sx={{ mt: 1 }}>
      {text(say.spokenLine, "words", "100%")}
      <Setting
        label={say.wordsPerMinute}
        unit=""
        value={line.wordsPerMinute}
        min={80}
        max={450}
        onSet={(wordsPerMinute) => change({ wordsPerMinute })}
      />
      <Setting label={say.pitch} unit="" value={line.pitch} min={0} max={99} onSet={(pitch) => change({ pitch })} />
      <Box sx={{ display: "flex", gap: 0.5, mt: 0.5 }}>
        {text(say.language, "language", 64)}
        <Button
          variant="outlined"
          size="small"
          disabled={line.words.trim() === "" || speaking}
          title={say.spokenLineTip}
          onClick={() => void speak()}
        >
          {say.speakAtPlayhead}
        </Button>
      </Box>
    </Box>
  );
}
