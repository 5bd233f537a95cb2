import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import LinearProgress from "@mui/material/LinearProgress";
import Paper from "@mui/material/Paper";
import { enqueueSnackbar } from "notistack";
import type { ArtNote, ArtReport } from "../api/types";
import { Heading } from "../fields/Heading";
import { set, useStore } from "../state/store";
import { counts } from "../words/count";
import { words } from "../words/shell";

/** What came in, in numbers. */
function came(art: ArtReport): string {
  const pieces = [counts.parts(art.names.length)];
  if (art.shapes > 0) pieces.push(counts.shapes(art.shapes));
  if (art.pictures > 0) pieces.push(words.trimmed(counts.pictures(art.pictures)));
  return pieces.join(", ");
}

/** Says what came in; where anything was changed or left out, at length. */
export function report(file: string, art: ArtReport): void {
  if (art.notes.length > 0) set({ report: { file, art } });
  else enqueueSnackbar(`${file}: ${came(art)}.`, { variant: "success" });
}

/** How far an art file has been read, and then what became of it. */
export function ArtNews() {
  const reading = useStore((state) => state.reading);
  const told = useStore((state) => state.report);
  const close = () => set({ report: null });
  return (
    <>
      {reading && (
        <Paper
          elevation={6}
          role="status"
          sx={{ position: "fixed", left: "50%", bottom: 28, width: 320, ml: "-160px", zIndex: 1300, p: 1.5 }}
        >
          <Box sx={{ mb: 0.75, fontSize: 13.5 }}>
            {words.reading(reading.file, reading.part > 0 ? `${Math.round(reading.part * 100)} %` : "")}
          </Box>
          <LinearProgress
            aria-label={words.readingBar(reading.file)}
            variant={reading.part > 0 ? "determinate" : "indeterminate"}
            value={reading.part * 100}
          />
        </Paper>
      )}
      <Dialog open={told !== null} onClose={close} maxWidth="sm" fullWidth>
        <DialogTitle>{told?.file}</DialogTitle>
        {told && (
          <DialogContent>
            <Heading>{words.imported(came(told.art))}</Heading>
            <Box sx={{ fontSize: 13.5 }}>{told.art.names.join(", ")}</Box>
            <Notes title={words.changedOnImport} notes={told.art.notes.filter((note) => note.fate === "Changed")} />
            <Notes title={words.leftOut} notes={told.art.notes.filter((note) => note.fate === "LeftOut")} />
          </DialogContent>
        )}
        <DialogActions sx={{ px: 3, pb: 2 }}>
          <Button variant="contained" onClick={close}>
            {words.close}
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

function Notes({ title, notes }: { title: string; notes: ArtNote[] }) {
  if (notes.length === 0) return null;
  return (
    <>
      <Heading>{words.notesOf(title, notes.length)}</Heading>
      <Box component="ul" aria-label={title} sx={{ m: 0, pl: 2.25, fontSize: 13.5 }}>
        {notes.map((note, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a report never changes
          <li key={i}>
            <Box component="span" sx={{ color: "text.secondary" }}>
              {note.place}
            </Box>{" "}
            {note.what}
          </li>
        ))}
      </Box>
    </>
  );
}
