import Button from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import { useTip } from "../commands/CommandButton";
import { set, useStore } from "../state/store";
import { words } from "../words/shell";

/** The name of the film, which leads to the page of all films and back. */
export function FilmMenu() {
  const name = useStore((state) => state.film?.name);
  const open = useStore((state) => state.filmsOpen);
  return (
    <Tooltip title={useTip("films")}>
      <Button
        onClick={() => set({ filmsOpen: !open })}
        aria-expanded={open}
        sx={{ fontSize: 15, fontWeight: 700, color: "text.primary", minWidth: 0, overflow: "hidden" }}
      >
        <span style={{ overflow: "hidden", textOverflow: "ellipsis" }}>{name ?? words.selectFilm}</span>&nbsp;▾
      </Button>
    </Tooltip>
  );
}
