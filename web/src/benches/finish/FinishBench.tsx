import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import LinearProgress from "@mui/material/LinearProgress";
import { useState } from "react";
import { api } from "../../api/client";
import type { PrintLine, Shot } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { entry, row } from "../../fields/row";
import { SnagLine, snagKey, useSnags } from "../../shell/Snags";
import { LensCaption } from "../../stage/LensCaption";
import { Stage } from "../../stage/Stage";
import { tell } from "../../state/film";
import { rangeOf, useShot } from "../../state/select";
import { set, useStore } from "../../state/store";
import { words } from "../../words/finish";
import type { Bench } from "../Bench";
import { PlayButton } from "../PlayButton";

const formats = [
  { value: "mp4", title: "MP4 video (H.264)" },
  { value: "webm", title: words.webMVideoVP9 },
  { value: "png", title: words.pngFramesWithAlpha },
];

const efforts = [
  { value: "quick", title: words.fast },
  { value: "smallest", title: words.smallest },
];

/** Prints: order, watch, cancel, fetch. */
export function FinishBench(): Bench {
  const shot = useShot();
  const snags = useSnags();
  return {
    list: (
      <>
        <Heading>{words.beforeRendering}</Heading>
        {snags.length === 0 ? (
          <Hint>{words.noSnags}</Hint>
        ) : (
          snags.map((snag) => <SnagLine key={snagKey(snag)} snag={snag} />)
        )}
      </>
    ),
    stage: <Stage caption={<LensCaption />} bar={<PlayButton />} empty={null} />,
    card: shot ? <PrintCard key={`${shot.id} ${shot.range?.from} ${shot.range?.to}`} shot={shot} /> : null,
  };
}

function PrintCard({ shot }: { shot: Shot }) {
  const film = useStore((state) => state.film);
  const filmId = useStore((state) => state.filmId);
  const prints = useStore((state) => state.prints);
  const [format, setFormat] = useState("mp4");
  const [size, setSize] = useState("1");
  const [effort, setEffort] = useState("quick");
  const [from, setFrom] = useState(rangeOf(shot).from);
  const [to, setTo] = useState(rangeOf(shot).to);
  if (!film || !filmId) return null;
  const even = (side: number) => Math.round((side * Number(size)) / 2) * 2;
  const order = async () => {
    const line = await api
      .print(filmId, {
        shot: shot.id,
        format,
        from,
        to: Math.min(to, shot.length),
        width: even(film.width),
        height: even(film.height),
        smallest: effort === "smallest",
      })
      .catch(tell);
    if (line)
      set((now) => ({ prints: now.prints.some((one) => one.id === line.id) ? now.prints : [line, ...now.prints] }));
  };
  const sizes = ["1", "0.5", "0.25"].map((part) => ({
    value: part,
    title: words.sizeOf(
      Math.round((film.width * Number(part)) / 2) * 2,
      Math.round((film.height * Number(part)) / 2) * 2,
    ),
  }));
  return (
    <>
      <Heading>{words.renderShot(shot.name)}</Heading>
      <ChoiceField label={words.format} value={format} choices={formats} onChoose={setFormat} />
      <ChoiceField label={words.size} value={size} choices={sizes} onChoose={setSize} />
      <ChoiceField label={words.encoding} value={effort} choices={efforts} onChoose={setEffort} />
      <Whole label={words.firstFrame} value={from} least={1} most={shot.length} onSet={setFrom} />
      <Whole label={words.lastFrame} value={Math.min(to, shot.length)} least={from} most={shot.length} onSet={setTo} />
      <Button variant="contained" sx={{ mt: 1 }} onClick={() => void order()}>
        {words.render}
      </Button>
      <Heading>{words.renders}</Heading>
      {prints.length === 0 && <Hint>{words.rendersEmpty}</Hint>}
      {prints.map((line) => (
        <PrintRow key={line.id} line={line} />
      ))}
    </>
  );
}

function Whole({
  label,
  value,
  least,
  most,
  onSet,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  onSet: (value: number) => void;
}) {
  return (
    <Box component="label" sx={row}>
      <span style={{ flex: 1 }}>{label}</span>
      <Box
        component="input"
        type="number"
        min={least}
        max={most}
        value={value}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) =>
          onSet(Math.min(most, Math.max(least, Number(event.target.value) || least)))
        }
        sx={{
          width: 74,
          ...entry,
          textAlign: "right",
        }}
      />
    </Box>
  );
}

function PrintRow({ line }: { line: PrintLine }) {
  const total = line.to - line.from + 1;
  const busy = line.state === "running" || line.state === "waiting";
  const says =
    {
      waiting: "waits",
      running: words.progress(line.done, total),
      done: "done",
      failed: "failed",
      cancelled: "cancelled",
    }[line.state] ?? line.state;
  return (
    <Box
      sx={{ py: 0.75, borderBottom: 1, borderColor: "divider", borderBottomStyle: "dotted" }}
      data-print={line.state}
    >
      <Box sx={{ display: "flex", justifyContent: "space-between" }}>
        <span>{words.renderLine(line.format.toUpperCase(), line.width, line.height)}</span>
        <Box component="span" role="status" sx={{ color: line.state === "failed" ? "error.main" : "text.secondary" }}>
          {says}
        </Box>
      </Box>
      {busy && (
        <LinearProgress
          aria-label={words.progressOfRender}
          variant="determinate"
          value={(100 * line.done) / total}
          sx={{ my: 0.5 }}
        />
      )}
      {line.message && <Box sx={{ color: "error.main", fontSize: 12 }}>{line.message}</Box>}
      {busy && (
        <Button variant="outlined" onClick={() => void api.cancelPrint(line.id).catch(tell)}>
          {words.cancel}
        </Button>
      )}
      {line.state === "done" && (
        <Button variant="outlined" href={`/api/prints/${line.id}/file`} download>
          {words.saveFile}
        </Button>
      )}
    </Box>
  );
}
