import { useTheme } from "@mui/material/styles";
import { memo } from "react";
import type { StripRow as Row, ThingKind } from "../api/types";
import { goTo } from "../commands/going";
import { type Chosen, set, useStore } from "../state/store";
import { pressBead, Shown } from "./beadDrag";
import { choiceHere, choose } from "./beads";
import { isSeen, type Scale } from "./scale";

/** The keys of one thing: round beads, with a double rail where it is held. A row may have hundreds: only what is in view is drawn. */
export const BeadRow = memo(({ row, owner, scale }: { row: Row; owner: string; scale: Scale }) => {
  const { inks } = useTheme().palette;
  const thingChosen = useStore((state) => state.chosen?.thing === row.thing);
  const chosen = useStore((state) => choiceHere(state)?.rows.get(row.thing)?.frames);
  const click = (frame: number) => {
    const kind = chosenKind[row.kind];
    if (kind) set({ chosen: { kind, owner, thing: row.thing } });
    goTo(frame);
  };
  const keyed = (event: React.KeyboardEvent) => {
    const frame = frameOf(event.target);
    if (frame === null || (event.key !== "Enter" && event.key !== " ")) return;
    choose([{ row, frames: [frame] }], event.shiftKey || event.ctrlKey ? "toggle" : "only");
    click(frame);
    event.preventDefault();
    event.stopPropagation();
  };
  const seen = row.beads.filter(({ frame }) => isSeen(scale, frame));
  const bead = (frame: number) => (
    <circle
      key={frame}
      data-bead={frame}
      cx={scale.x(frame)}
      cy={Middle}
      r={5}
      fill={chosen?.has(frame) ? inks.petrol : thingChosen ? inks.blade : inks.card}
      stroke={chosen?.has(frame) ? inks.petrol : thingChosen ? inks.blade : inks.ink}
      strokeWidth={1.4}
      style={{ cursor: "pointer" }}
      tabIndex={0}
      role="button"
      aria-pressed={chosen?.has(frame) ?? false}
      aria-label={`${row.title}, key at frame ${frame}`}
    />
  );
  return (
    <svg
      width="100%"
      height={24}
      style={{ display: "block", overflow: "hidden" }}
      role="group"
      aria-label={`Keys of ${row.title}`}
      data-row={row.thing}
      onPointerDown={(event) => {
        const frame = frameOf(event.target);
        if (frame !== null) pressBead(event, row, frame, scale, click);
      }}
      onKeyDown={keyed}
    >
      <path d={rails(row, scale, false)} stroke={inks.soft} strokeOpacity={0.5} strokeWidth={1.5} />
      <path d={rails(row, scale, true)} stroke={inks.soft} strokeOpacity={0.7} />
      {seen.filter(({ frame }) => !chosen?.has(frame)).map(({ frame }) => bead(frame))}
      <g style={{ transform: Shown }}>
        {seen.filter(({ frame }) => chosen?.has(frame)).map(({ frame }) => bead(frame))}
      </g>
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
    if (next.frame < scale.from - 1 || bead.frame > scale.to + 1) continue;
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
