import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import { go, placeNames } from "../commands/going";
import { places, useStore } from "../state/store";
import { counts } from "../words/count";
import { words } from "../words/shell";
import { useSnags } from "./Snags";

/** Drawn for this rail: what each place is about, in one line of ink. */
const marks: Record<string, string> = {
  parts: "M4 5h6v6H4zM14 4l6 6M20 4l-6 6M14 14h6v6h-6zM5 15l5 4M4 20l4-6",
  rig: "M5 5l6 6M13 13l6 6M12 12m-2.4 0a2.4 2.4 0 1 0 4.8 0a2.4 2.4 0 1 0-4.8 0M4.5 4.5m-2 0a2 2 0 1 0 4 0a2 2 0 1 0-4 0M19.5 19.5m-2 0a2 2 0 1 0 4 0a2 2 0 1 0-4 0",
  act: "M13 4.5m-2 0a2 2 0 1 0 4 0a2 2 0 1 0-4 0M12 8l-1 6 4 6M11 14l-4 6M6 9l6-1 6 3",
  scenery: "M3 20h18M5 20V9l4-4 4 4v11M13 13l3-3 4 4v6",
  camera: "M3 8h11v9H3zM14 11l7-3v9l-7-3M6 5h4",
  finish: "M4 19L12 5l8 14zM8 12h8M12 5v14",
};

export function Rail() {
  const { inks } = useTheme().palette;
  const place = useStore((state) => state.place);
  const onFilms = useStore((state) => state.filmsOpen);
  const snags = useSnags();
  return (
    <Box
      component="nav"
      data-area="places"
      aria-label={words.places}
      sx={{
        width: 56,
        bgcolor: inks.rail,
        display: "flex",
        flexDirection: "column",
        alignItems: "stretch",
        gap: 0.25,
        px: 0.25,
      }}
    >
      <Box sx={{ height: 36, display: "grid", placeItems: "center" }}>
        <img src="/mark.svg" width={24} height={24} alt={words.fretsaw} />
      </Box>
      {places.map((name, i) => {
        const here = name === place && !onFilms;
        const count = snags.filter((snag) => snag.place === name).length;
        return (
          <ButtonBase
            key={name}
            onClick={() => go(name)}
            aria-current={here ? "page" : undefined}
            aria-label={count > 0 ? `${placeNames[name]}, ${counts.snags(count)}` : placeNames[name]}
            sx={{
              position: "relative",
              flexDirection: "column",
              py: 0.75,
              borderRadius: 2,
              fontSize: 11,
              fontFamily: "inherit",
              fontWeight: here ? 700 : 400,
              color: here ? inks.petrol : inks.railInk,
              bgcolor: here ? "background.paper" : "transparent",
            }}
          >
            <svg
              width="20"
              height="20"
              viewBox="0 0 24 24"
              fill="none"
              stroke="currentColor"
              strokeWidth="1.6"
              strokeLinecap="round"
              strokeLinejoin="round"
              aria-hidden="true"
            >
              <path d={marks[name]} />
            </svg>
            {placeNames[name]}
            <Box
              component="span"
              aria-hidden="true"
              sx={{ position: "absolute", top: 2, left: 4, fontSize: 10, opacity: 0.7 }}
            >
              {i + 1}
            </Box>
            {count > 0 && (
              <Box
                component="span"
                sx={{
                  position: "absolute",
                  top: 3,
                  right: 2,
                  minWidth: 15,
                  height: 15,
                  borderRadius: 9,
                  bgcolor: "error.main",
                  color: "error.contrastText",
                  fontSize: 10,
                  lineHeight: "15px",
                  fontWeight: 700,
                }}
              >
                {count}
              </Box>
            )}
          </ButtonBase>
        );
      })}
    </Box>
  );
}
