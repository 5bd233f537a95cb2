import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { Shot } from "../api/types";
import { copyShot, removeShot } from "../commands/films";
import { Reorderable } from "../fields/Reorderable";
import { useRested } from "../fields/useRested";
import { chooseShot, commit } from "../state/film";
import { lastEditIn } from "../state/since";
import { set, useStore } from "../state/store";
import { words } from "../words/films";
import { spanOf } from "./FilmCard";

/** Pictures are made by the server, which a row of edits would keep busy. */
const RestMs = 800;

/** The film's shots with their pictures and lengths: chosen, dragged into order, copied, taken out. */
export function ShotList({ onChoose }: { onChoose?: () => void }) {
  const shots = useStore((state) => state.film?.shots);
  if (!shots) return null;
  const move = (shotId: string, over: string) => {
    const to = shots.findIndex((shot) => shot.id === over);
    if (to >= 0) void commit({ kind: "moveShot", shotId, to });
  };
  return (
    <Reorderable ids={shots.map((shot) => shot.id)} onMove={move}>
      <Box component="ol" aria-label={words.shotsInOrder} sx={{ listStyle: "none", m: 0, p: 0 }}>
        {shots.map((shot, i) => (
          <ShotLine key={shot.id} shot={shot} number={i + 1} alone={shots.length === 1} onChoose={onChoose} />
        ))}
      </Box>
    </Reorderable>
  );
}

function ShotLine({
  shot,
  number,
  alone,
  onChoose,
}: {
  shot: Shot;
  number: number;
  alone: boolean;
  onChoose?: () => void;
}) {
  const { inks } = useTheme().palette;
  const filmId = useStore((state) => state.filmId);
  const rate = useStore((state) => state.film?.frameRate ?? 24);
  const here = useStore((state) => state.shotId === shot.id);
  const edit = useRested(
    useStore(({ since }) => lastEditIn(since, shot.id)),
    RestMs,
  );
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: shot.id });
  const choose = () => {
    set({ filmsOpen: false });
    void chooseShot(shot.id);
    onChoose?.();
  };
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition, display: "flex", alignItems: "center" }}
    >
      <ButtonBase
        {...attributes}
        {...listeners}
        role="button"
        aria-pressed={here}
        aria-label={words.shotLine(number, shot.name, shot.length)}
        onClick={choose}
        sx={{
          flex: 1,
          minWidth: 0,
          gap: 1,
          p: 0.5,
          borderRadius: 1,
          fontFamily: "inherit",
          fontSize: 13.5,
          justifyContent: "flex-start",
          textAlign: "left",
          bgcolor: here ? inks.petrolWash : "transparent",
        }}
      >
        <Box component="span" sx={{ width: 72, height: 41, flexShrink: 0, bgcolor: inks.birch, display: "block" }}>
          <img
            src={`/api/films/${filmId}/shots/${shot.id}/frames/${Math.ceil(shot.length / 2)}.png?width=144&edit=${edit}`}
            alt=""
            loading="lazy"
            width={72}
            height={41}
            style={{ objectFit: "contain", display: "block" }}
          />
        </Box>
        <Box component="span" sx={{ minWidth: 0, flex: 1 }}>
          <Box
            component="span"
            title={shot.name}
            sx={{
              display: "block",
              fontWeight: here ? 700 : 400,
              overflow: "hidden",
              textOverflow: "ellipsis",
              whiteSpace: "nowrap",
            }}
          >
            {words.shotTitle(number, shot.name)}
          </Box>
          <Box component="span" sx={{ fontSize: 12, color: "text.secondary" }}>
            {words.shotLength(shot.length, spanOf(shot.length, rate))}
          </Box>
        </Box>
      </ButtonBase>
      <Button aria-label={words.duplicateShot(shot.name)} onClick={() => void copyShot(shot.id)}>
        {words.duplicate}
      </Button>
      <Button
        color="error"
        aria-label={words.deleteShot(shot.name)}
        disabled={alone}
        onClick={() => removeShot(shot.id)}
      >
        ✕
      </Button>
    </li>
  );
}
