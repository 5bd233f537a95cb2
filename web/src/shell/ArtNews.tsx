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
import { count } from "../fields/count";
import { Heading } from "../fields/Heading";
import { set, useStore } from "../state/store";

/** What came in, in numbers. */
function came(art: ArtReport): string {
  const pieces = [count(art.names.length, "part")];
  if (art.shapes > 0) pieces.push(count(art.shapes, "shape"));
  if (art.pictures > 0) pieces.push(`${count(art.pictures, "picture")}, trimmed to what is not clear`);
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
            Reading {reading.file} … {reading.part > 0 && `${Math.round(reading.part * 100)} %`}
          </Box>
          <LinearProgress
            aria-label={`Reading ${reading.file}`}
            variant={reading.part > 0 ? "determinate" : "indeterminate"}
            value={reading.part * 100}
          />
        </Paper>
      )}
      <Dialog open={told !== null} onClose={close} maxWidth="sm" fullWidth>
        <DialogTitle>{told?.file}</DialogTitle>
        {told && (
          <DialogContent>
            <Heading>Came in: {came(told.art)}</Heading>
            <Box sx={{ fontSize: 13.5 }}>{told.art.names.join(", ")}</Box>
            <Notes title="Came in changed" notes={told.art.notes.filter((note) => note.fate === "Changed")} />
            <Notes title="Left out" notes={told.art.notes.filter((note) => note.fate === "LeftOut")} />
          </DialogContent>
        )}
        <DialogActions sx={{ px: 3, pb: 2 }}>
          <Button variant="contained" onClick={close}>
            Good
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
      <Heading>
        {title}: {notes.length}
      </Heading>
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
