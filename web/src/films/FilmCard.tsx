import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { FilmLine } from "../api/types";
import { counts } from "../words/count";
import { words } from "../words/films";

/** "12.5 s", or "2 min 5 s". */
export function spanOf(frames: number, rate: number): string {
  const seconds = frames / rate;
  if (seconds < 60) return `${Number(seconds.toFixed(1))} s`;
  return words.minutes(Math.floor(seconds / 60), Math.round(seconds % 60));
}

const when = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** A film by its picture: how long it is, and what can be done with all of it. */
export function FilmCard({
  film,
  open,
  onOpen,
  onCopy,
  onTakeAway,
}: {
  film: FilmLine;
  open: boolean;
  onOpen: () => void;
  onCopy: () => void;
  onTakeAway: () => void;
}) {
  const { inks } = useTheme().palette;
  const { frames, rate, shots } = film;
  return (
    <Box
      component="li"
      sx={{
        bgcolor: "background.paper",
        border: open ? 2 : 1,
        borderColor: open ? "primary.main" : "divider",
        borderRadius: 2,
        overflow: "hidden",
        display: "flex",
        flexDirection: "column",
      }}
    >
      <ButtonBase
        onClick={onOpen}
        aria-label={open ? words.openAlready(film.name) : words.openFilm(film.name)}
        sx={{ display: "block", width: "100%", font: "inherit", textAlign: "left" }}
      >
        <Box sx={{ aspectRatio: "16 / 9", bgcolor: inks.birch }}>
          <img
            src={`/api/films/${film.id}/picture.png?width=320&seq=${film.seq}`}
            alt=""
            loading="lazy"
            style={{ width: "100%", height: "100%", objectFit: "contain" }}
          />
        </Box>
        <Box
          title={film.name}
          sx={{ fontWeight: 700, px: 1, pt: 1, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}
        >
          {film.name}
        </Box>
      </ButtonBase>
      <Box sx={{ px: 1, pb: 1, flex: 1 }}>
        <Box sx={{ fontSize: 12, color: "text.secondary" }}>
          {shots != null && frames != null && rate != null
            ? `${counts.shots(shots)} · ${spanOf(frames, rate)}`
            : words.cannotBeRead}
          <br />
          {when.format(new Date(film.changed ?? film.created))}
        </Box>
        <Box sx={{ display: "flex", flexWrap: "wrap", gap: 0.25, mt: 0.5, ml: -1 }}>
          <Button aria-label={words.duplicateFilm(film.name)} onClick={onCopy}>
            {words.duplicate}
          </Button>
          <Button aria-label={words.exportFilm(film.name)} href={`/api/films/${film.id}/bundle`} download>
            {words.export}
          </Button>
          <Button color="error" aria-label={words.deleteFilm(film.name)} onClick={onTakeAway}>
            {words.deleteIt}
          </Button>
        </Box>
      </Box>
    </Box>
  );
}
