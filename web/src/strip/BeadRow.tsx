import { useTheme } from "@mui/material/styles";
import { memo } from "react";
import type { StripRow as Row, ThingKind } from "../api/types";
import { goTo } from "../commands/going";
import { commit } from "../state/film";
import { type Chosen, get, set, useStore } from "../state/store";
import { words } from "../words/timeline";
import { pressBead, Shown } from "./beadDrag";
import { choiceHere, choose } from "./beads";
import { rowKey } from "./question";
import { isSeen, type Scale, useScale } from "./scale";

/** The keys of one thing: round beads, with a double rail where it is held. A row may have hundreds: only what is in view is drawn. */
export const BeadRow = memo(({ row, owner }: { row: Row; owner: string }) => {
  const scale = useScale();
  const { inks } = useTheme().palette;
  const thingChosen = useStore((state) => state.chosen?.thing === row.thing);
  const chosen = useStore((state) => choiceHere(state)?.rows.get(rowKey(row))?.frames);
  const click = (frame: number) => {
    const kind = chosenKind[row.kind];
    const { chosen, also } = get();
    // A bead of one of several that are chosen leaves them chosen.
    const isOneOf = chosen?.owner === owner && [chosen.thing, ...also].includes(row.thing);
    if (kind && !isOneOf) set({ chosen: { kind, owner, thing: row.thing }, also: [] });
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
  const seen = row.beads.map(({ frame }) => frame).filter((frame) => isSeen(scale, frame));
  const again = row.repeats.filter((frame) => isSeen(scale, frame));
  const taken = chosen === undefined ? none : seen.filter((frame) => chosen.has(frame));
  const still = taken.length === 0 ? seen : seen.filter((frame) => !chosen?.has(frame));
  const dense = seen.length > MostSingle;
  const ink = thingChosen ? inks.blade : inks.ink;
  const bead = (frame: number) => (
    <circle
      key={frame}
      data-bead={frame}
      cx={scale.x(frame)}
      cy={Middle}
      r={Radius}
      fill={chosen?.has(frame) ? inks.petrol : thingChosen ? inks.blade : inks.card}
      stroke={chosen?.has(frame) ? inks.petrol : thingChosen ? inks.blade : inks.ink}
      strokeWidth={1.4}
      style={{ cursor: "pointer" }}
      tabIndex={0}
      role="button"
      aria-pressed={chosen?.has(frame) ?? false}
      aria-label={words.keyOf(row.title, frame)}
    />
  );
  return (
    <svg
      width="100%"
      height={RowHigh}
      style={{ display: "block", overflow: "visible" }}
      role="group"
      aria-label={words.keysOfRow(row.title)}
      data-row={rowKey(row)}
      onPointerDown={(event) => {
        const frame = dense
          ? nearest(seen, scale, event.clientX - event.currentTarget.getBoundingClientRect().left)
          : frameOf(event.target);
        if (frame !== null) pressBead(event, row, frame, scale, click);
      }}
      onKeyDown={keyed}
    >
      <path d={rails(row, scale, false)} stroke={inks.soft} strokeOpacity={0.5} strokeWidth={1.5} />
      <path d={rails(row, scale, true)} stroke={inks.soft} strokeOpacity={0.7} />
      {again.length > 0 && <PaleBeads row={row} frames={again} scale={scale} />}
      {dense ? <Dots frames={still} scale={scale} line={ink} fill={thingChosen ? ink : inks.card} /> : still.map(bead)}
      {taken.length > 0 && (
        <g style={{ transform: Shown }}>
          {dense ? <Dots frames={taken} scale={scale} line={inks.petrol} fill={inks.petrol} /> : taken.map(bead)}
        </g>
      )}
    </svg>
  );
});

/** Keys that come again. One that is pressed becomes a key, with all of its round. */
function PaleBeads({ row, frames, scale }: { row: Row; frames: number[]; scale: Scale }) {
  const { inks } = useTheme().palette;
  const touch = (frame: number) => void keyRepeats(row, frame);
  const said = (frame: number) => words.repeatOf(row.title, frame);
  if (frames.length > MostSingle)
    return (
      <g
        opacity={0.45}
        onPointerDown={(event) => {
          const svg = event.currentTarget.ownerSVGElement;
          const frame = svg && nearest(frames, scale, event.clientX - svg.getBoundingClientRect().left);
          if (frame !== null) touch(frame);
        }}
      >
        <Dots frames={frames} scale={scale} line={inks.soft} fill={inks.card} />
      </g>
    );
  return (
    <g opacity={0.45}>
      {frames.map((frame) => (
        <circle
          key={frame}
          data-again={frame}
          cx={scale.x(frame)}
          cy={Middle}
          r={Radius}
          fill={inks.card}
          stroke={inks.soft}
          strokeWidth={1.4}
          style={{ cursor: "pointer" }}
          tabIndex={0}
          role="button"
          aria-label={said(frame)}
          onClick={() => touch(frame)}
          onKeyDown={(event) => {
            if (event.key !== "Enter" && event.key !== " ") return;
            event.preventDefault();
            event.stopPropagation();
            touch(frame);
          }}
        >
          <title>{words.keyRepeat(said(frame))}</title>
        </circle>
      ))}
    </g>
  );
}

/** Nothing moves; what comes after repeats all of what is keyed now, and that is said. */
async function keyRepeats(row: Row, frame: number): Promise<void> {
  const shotId = get().shotId;
  if (shotId === null) return;
  await commit({ kind: "keyRepeats", shotId, addresses: row.addresses, frame });
  choose([{ row, frames: [frame] }], "only");
  goTo(frame);
}

const none: number[] = [];

/** How high a row of keys is, px. */
export const RowHigh = 22;
const Middle = 11;
const Radius = 5;

/** A row with more beads in view draws them as one: they touch, and each could not be taken hold of anyway. */
const MostSingle = 20;

/** The frame of the bead that an event is on. */
function frameOf(target: EventTarget): number | null {
  const frame = (target as SVGElement).dataset.bead;
  return frame === undefined ? null : Number(frame);
}

/** The bead that lies under a press, where they are drawn as one. */
function nearest(frames: number[], scale: Scale, x: number): number | null {
  const off = (frame: number) => Math.abs(scale.x(frame) - x);
  const found = frames.reduce<number | null>((best, one) => (best === null || off(one) < off(best) ? one : best), null);
  return found !== null && off(found) <= Radius + 1 ? found : null;
}

/** Many beads as two strokes: of those that fall on one pixel the first is drawn. */
function Dots({ frames, scale, line, fill }: { frames: number[]; scale: Scale; line: string; fill: string }) {
  const pixels = [...new Set(frames.map((frame) => Math.round(scale.x(frame))))];
  const d = pixels.map((x) => `M${x} ${Middle}h0`).join("");
  return (
    <g strokeLinecap="round" style={{ cursor: "pointer" }} data-dots={frames.length}>
      <path d={d} stroke={line} strokeWidth={2 * Radius + 1.4} />
      <path d={d} stroke={fill} strokeWidth={2 * Radius - 1.4} />
    </g>
  );
}

/** The lines between beads: one where the value moves, two where it is held. Those that go on from each other are one. */
function rails(row: Row, scale: Scale, held: boolean): string {
  let [lines, from, to] = ["", 0, 0];
  const flush = () => {
    if (to === from) return;
    lines += held ? `M${from} ${Middle - 2}H${to}M${from} ${Middle + 2}H${to}` : `M${from} ${Middle}H${to}`;
  };
  for (let i = 0; i + 1 < row.beads.length; i++) {
    const [bead, next] = [row.beads[i], row.beads[i + 1]];
    if (bead === undefined || next === undefined || bead.heldAfter !== held) continue;
    if (next.frame < scale.from - 1 || bead.frame > scale.to + 1) continue;
    const [start, end] = [scale.x(bead.frame), scale.x(next.frame)];
    if (start > to || to === 0) {
      flush();
      from = start;
    }
    to = end;
  }
  flush();
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
