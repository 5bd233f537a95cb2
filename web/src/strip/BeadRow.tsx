import { useTheme } from "@mui/material/styles";
import { memo } from "react";
import type { StripRow as Row, ThingKind } from "../api/types";
import { goTo } from "../shell/commands";
import { commit } from "../state/film";
import { type Chosen, set, useStore } from "../state/store";
import type { Scale } from "./Strip";
import { useFrameDrag } from "./useFrameDrag";

/** The keys of one thing: round beads, with a double rail where it is held. */
export const BeadRow = memo(({ row, owner, scale }: { row: Row; owner: string; scale: Scale }) => {
  const { inks } = useTheme().palette;
  const chosen = useStore((state) => state.chosen?.thing === row.thing);
  const y = 12;
  const choose = () => {
    const kind = chosenKind[row.kind];
    if (kind) set({ chosen: { kind, owner, thing: row.thing } });
  };
  return (
    <svg
      width="100%"
      height={24}
      style={{ display: "block", overflow: "visible" }}
      role="group"
      aria-label={`Keys of ${row.title}`}
    >
      {row.beads.slice(0, -1).map((bead, i) => {
        const [from, to] = [scale.x(bead.frame), scale.x(row.beads[i + 1]?.frame ?? bead.frame)];
        return bead.heldAfter ? (
          <path
            key={bead.frame}
            d={`M${from} ${y - 2}H${to}M${from} ${y + 2}H${to}`}
            stroke={inks.soft}
            strokeOpacity={0.7}
          />
        ) : (
          <path key={bead.frame} d={`M${from} ${y}H${to}`} stroke={inks.soft} strokeOpacity={0.5} strokeWidth={1.5} />
        );
      })}
      {row.beads.map((bead) => (
        <Bead key={bead.frame} frame={bead.frame} row={row} scale={scale} filled={chosen} onChoose={choose} />
      ))}
    </svg>
  );
});

function Bead({
  frame,
  row,
  scale,
  filled,
  onChoose,
}: {
  frame: number;
  row: Row;
  scale: Scale;
  filled: boolean;
  onChoose: () => void;
}) {
  const { inks } = useTheme().palette;
  const shotId = useStore((state) => state.shotId) ?? "";
  const click = () => {
    onChoose();
    goTo(frame);
  };
  const [shift, drag] = useFrameDrag(
    scale,
    frame,
    click,
    (to) => void commit({ kind: "moveKeys", shotId, from: frame, to, owner: null, addresses: row.addresses }),
  );
  const remove = () => void commit({ kind: "removeKeys", shotId, frame, owner: null, addresses: row.addresses });
  return (
    <circle
      cx={scale.x(frame) + shift}
      cy={12}
      r={5}
      fill={filled ? inks.blade : inks.card}
      stroke={filled ? inks.blade : inks.ink}
      strokeWidth={1.4}
      onPointerDown={drag}
      style={{ cursor: "pointer" }}
      tabIndex={0}
      role="button"
      aria-label={`${row.title}, key at frame ${frame}`}
      onKeyDown={(event) => {
        if (event.key === "Enter") click();
        else if (event.key === "Delete") remove();
        else return;
        event.stopPropagation();
      }}
    />
  );
}

/** What a row stands for can be chosen, where it is a thing of a puppet. */
const chosenKind: Partial<Record<ThingKind, Chosen["kind"]>> = {
  Body: "body",
  Stand: "stand",
  Part: "part",
  Bone: "bone",
  Pin: "pin",
  Reach: "reach",
  Dial: "dial",
  Knead: "knead",
  Form: "form",
};
