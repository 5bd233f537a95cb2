import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import type { Kept, Placed } from "../api/types";
import { commit } from "../state/film";
import { useShot } from "../state/select";
import { get, set, useStore } from "../state/store";
import { words } from "../words/timeline";
import { BlockHigh, type BlockPart, dragged, lanesOf } from "./actionBlocks";
import { RowHead } from "./RowHead";
import { type Scale, useScale } from "./scale";
import { useBlockDrag } from "./useBlockDrag";

/** Placed actions as blocks: dragged along, trimmed by their start, lengthened and repeated by their end. */
export function ActionRow({ owner, names }: { owner: string; names: number }) {
  const scale = useScale();
  const shot = useShot();
  const kept = useStore((state) => state.film?.kept) ?? [];
  const placed = shot?.placed.filter((one) => one.owner === owner) ?? [];
  if (placed.length === 0) return null;
  const lanes = lanesOf(placed);
  const high = (Math.max(...lanes.values()) + 1) * BlockHigh + 4;
  return (
    <Box sx={{ display: "flex", borderBottom: 1, borderColor: "divider" }}>
      <RowHead width={names} title={words.actions} />
      <svg
        width="100%"
        height={high}
        style={{ display: "block", overflow: "hidden" }}
        role="group"
        aria-label={words.placedActions}
      >
        {placed.map((one) => {
          const of = kept.find(({ id }) => id === one.action);
          return of && <Block key={one.id} placed={one} kept={of} scale={scale} lane={lanes.get(one.id) ?? 0} />;
        })}
      </svg>
    </Box>
  );
}

function Block({ placed, kept, scale, lane }: { placed: Placed; kept: Kept; scale: Scale; lane: number }) {
  const { inks } = useTheme().palette;
  const chosen = useStore((state) => state.chosen?.kind === "placed" && state.chosen.thing === placed.id);
  const choose = () => set({ chosen: { kind: "placed", thing: placed.id }, also: [], beads: null });
  const make = (to: Placed) => {
    const { start, length, from, to: last } = to;
    if (JSON.stringify(to) !== JSON.stringify(placed))
      void commit({
        kind: "changePlaced",
        shotId: get().shotId ?? "",
        placedId: placed.id,
        start,
        length,
        from,
        to: last,
      });
  };
  const [shown, press] = useBlockDrag<Placed, BlockPart>(placed, scale, {
    dragged: (part, by) => dragged(placed, kept, part, by),
    onPress: choose,
    onDrop: make,
  });
  const [left, right] = [scale.x(shown.start) - 5, scale.x(shown.start + shown.length - 1) + 5];
  const [top, bottom] = [lane * BlockHigh + 2, (lane + 1) * BlockHigh];
  const fade = (over: number) => Math.min(over * scale.perFrame, right - left);
  const round = (((shown.to || kept.length) - shown.from) * 100) / shown.speedPercent;
  const rounds = round > 0 ? Math.min(400, Math.ceil((shown.length - 1) / round) - 1) : 0;
  const seams = Array.from({ length: Math.max(0, rounds) }, (_, i) => scale.x(shown.start + (i + 1) * round));
  const label = words.placed(kept.name, shown.start, shown.start + shown.length - 1);
  return (
    <g
      data-placed={placed.id}
      data-nudged
      tabIndex={0}
      role="button"
      aria-label={label}
      aria-pressed={chosen}
      style={{ cursor: "grab", touchAction: "none" }}
      onPointerDown={press("all")}
      onFocus={choose}
      onKeyDown={(event) => {
        const by = event.key === "ArrowLeft" ? -1 : event.key === "ArrowRight" ? 1 : 0;
        if (by === 0 || event.ctrlKey || event.altKey) return;
        event.preventDefault();
        event.stopPropagation();
        make(dragged(placed, kept, event.shiftKey ? "end" : "all", by));
      }}
    >
      <title>{label}</title>
      <path
        d={`M${left} ${bottom}V${shown.fadeIn > 0 ? bottom : top}L${left + fade(shown.fadeIn)} ${top}H${right - fade(shown.fadeOut)}L${right} ${shown.fadeOut > 0 ? bottom : top}V${bottom}Z`}
        fill={inks.card}
        stroke={chosen ? inks.petrol : inks.leaf}
        strokeWidth={chosen ? 2 : 1.2}
        strokeLinejoin="round"
      />
      <path
        d={seams.map((x) => `M${x} ${top}v5M${x} ${bottom}v-5`).join("")}
        stroke={inks.leaf}
        strokeWidth={1.4}
        data-seams={seams.length}
      />
      <svg x={left + 7} y={top} width={Math.max(0, right - left - 14)} height={BlockHigh - 2}>
        <text x={Math.max(0, -left)} y={14} fontSize={11} fill={inks.ink} fontWeight={chosen ? 700 : 400}>
          {kept.name}
          {shown.reversed ? " ◂" : ""}
          {shown.strengthPercent !== 100 ? ` ${Math.round(shown.strengthPercent)} %` : ""}
        </text>
      </svg>
      {(["start", "end"] as const).map((part) => (
        <rect
          key={part}
          data-edge={part}
          x={part === "start" ? left - 3 : right - 5}
          y={top}
          width={8}
          height={bottom - top}
          fill="transparent"
          style={{ cursor: "col-resize" }}
          onPointerDown={press(part)}
        />
      ))}
    </g>
  );
}
