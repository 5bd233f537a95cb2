import { useTheme } from "@mui/material/styles";
import { memo } from "react";
import type { StripRow as Row, ThingKind } from "../api/types";
import { goTo } from "../commands/going";
import { commit } from "../state/film";
import { type Chosen, set, useStore } from "../state/store";
import type { Scale } from "./Strip";
import { useFrameDrag } from "./useFrameDrag";

/** The keys of one thing: round beads, with a double rail where it is held. A row may have hundreds: they are drawn and held as one. */
export const BeadRow = memo(({ row, owner, scale }: { row: Row; owner: string; scale: Scale }) => {
  const { inks } = useTheme().palette;
  const chosen = useStore((state) => state.chosen?.thing === row.thing);
  const shotId = useStore((state) => state.shotId) ?? "";
  const click = (frame: number) => {
    const kind = chosenKind[row.kind];
    if (kind) set({ chosen: { kind, owner, thing: row.thing } });
    goTo(frame);
  };
  const { addresses } = row;
  const [moved, drag] = useFrameDrag(
    scale,
    click,
    (from, to) => void commit({ kind: "moveKeys", shotId, from, to, owner: null, addresses }),
  );
  const keyed = (event: React.KeyboardEvent) => {
    const frame = frameOf(event.target);
    if (frame === null) return;
    if (event.key === "Enter") click(frame);
    else if (event.key === "Delete") void commit({ kind: "removeKeys", shotId, frame, owner: null, addresses });
    else return;
    event.stopPropagation();
  };
  return (
    <svg
      width="100%"
      height={24}
      style={{ display: "block", overflow: "visible" }}
      role="group"
      aria-label={`Keys of ${row.title}`}
      onPointerDown={(event) => {
        const frame = frameOf(event.target);
        if (frame !== null) drag(frame, event);
      }}
      onKeyDown={keyed}
    >
      <path d={rails(row, scale, false)} stroke={inks.soft} strokeOpacity={0.5} strokeWidth={1.5} />
      <path d={rails(row, scale, true)} stroke={inks.soft} strokeOpacity={0.7} />
      {row.beads.map(({ frame }) => (
        <circle
          key={frame}
          data-bead={frame}
          cx={scale.x(frame) + (moved?.frame === frame ? moved.shift : 0)}
          cy={Middle}
          r={5}
          fill={chosen ? inks.blade : inks.card}
          stroke={chosen ? inks.blade : inks.ink}
          strokeWidth={1.4}
          style={{ cursor: "pointer" }}
          tabIndex={0}
          role="button"
          aria-label={`${row.title}, key at frame ${frame}`}
        />
      ))}
    </svg>
  );
});

const Middle = 12;

/** The frame of the bead that an event is on. */
function frameOf(target: EventTarget): number | null {
  const frame = (target as SVGElement).dataset.bead;
  return frame === undefined ? null : Number(frame);
}

/** The lines between beads: one where the value moves, two where it is held. */
function rails(row: Row, scale: Scale, held: boolean): string {
  let lines = "";
  for (let i = 0; i + 1 < row.beads.length; i++) {
    const [bead, next] = [row.beads[i], row.beads[i + 1]];
    if (bead === undefined || next === undefined || bead.heldAfter !== held) continue;
    const [from, to] = [scale.x(bead.frame), scale.x(next.frame)];
    lines += held ? `M${from} ${Middle - 2}H${to}M${from} ${Middle + 2}H${to}` : `M${from} ${Middle}H${to}`;
  }
  return lines;
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
