import { useTheme } from "@mui/material/styles";
import { memo, useEffect, useRef, useState } from "react";
import type { PoseCard, StripOwner, View } from "../api/types";
import { goTo } from "../commands/going";
import { nameOfGap } from "../fields/charts";
import { orderThumb } from "../stage/thumbs";
import { commit } from "../state/film";
import { isBlocking } from "../state/select";
import { lastEditIn, lastEditOf } from "../state/since";
import { get, useStore } from "../state/store";
import { words } from "../words/timeline";
import { choiceHere, choose, framesChosen, framesIn } from "./beads";
import { rowKey } from "./question";
import { type Scale, useScale } from "./scale";
import { useFrameDrag } from "./useFrameDrag";

const CardHeight = 58;
/** Cards with less room to the next, px, are strokes: they lie too close to be told apart. */
const Narrowest = 14;

/** Ticks that would lie closer, px, are left out: a comb tells nothing. */
const ClosestTicks = 2;

const Widest = { pose: 46, mark: 76 };

/** Cards with their pictures, and in the gaps between them the charts: ticks, or a double rail where nothing moves. */
export function CardRow({ owner }: { owner: StripOwner }) {
  const scale = useScale();
  const { inks } = useTheme().palette;
  const isCamera = owner.kind === "Camera";
  const widest = isCamera ? Widest.mark : Widest.pose;
  const seen = owner.cards.filter(
    (card) =>
      card.frame <= scale.to + 80 / scale.perFrame && (card.next ?? card.frame) >= scale.from - 80 / scale.perFrame,
  );
  const full = seen.filter((card) => card.full);
  const room = (card: PoseCard) => (card.next == null ? widest : (card.next - card.frame) * scale.perFrame);
  const [wide, thin] = [full.filter((card) => room(card) >= Narrowest), full.filter((card) => room(card) < Narrowest)];
  const widths = new Map(
    full.map((card) => [
      card.frame,
      card.next == null ? widest : Math.max(9, Math.min(widest, (card.next - card.frame) * scale.perFrame - 3)),
    ]),
  );
  return (
    <svg
      width="100%"
      height={78}
      style={{ display: "block", overflow: "visible" }}
      role="group"
      aria-label={words.cardsOf(owner.name)}
    >
      <path
        d={thin.map(({ frame }) => `M${Math.round(scale.x(frame))} 9v${CardHeight}`).join("")}
        stroke={inks.line}
        strokeWidth={2}
      />
      {wide.map((card) => (
        <Gap key={card.frame} card={card} scale={scale} after={widths.get(card.frame) ?? widest} />
      ))}
      {seen
        .filter((card) => !card.full)
        .map((card) => (
          <Slip key={card.frame} frame={card.frame} scale={scale} />
        ))}
      {wide.map((card) => (
        <Card key={card.frame} card={card} owner={owner} scale={scale} width={widths.get(card.frame) ?? widest} />
      ))}
    </svg>
  );
}

const Gap = memo(({ card, scale, after }: { card: PoseCard; scale: Scale; after: number }) => {
  const { inks } = useTheme().palette;
  const next = card.next ?? card.frame;
  const here = useStore((state) => state.frame >= card.frame && state.frame < next);
  const pressed = useRef(0);
  const [from, to] = [scale.x(card.frame), scale.x(next)];
  const start = from - 4 + after + 2;
  // Where cards stand edge to edge nothing of what lies behind them is seen.
  if (card.next == null || to - start < 6) return null;
  return (
    <g data-gap-after={card.frame} style={{ cursor: "pointer" }}>
      {/* A click goes there, and its chart stands in the details; a drag draws a box. */}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: from the keyboard one goes there by frames and cards */}
      <rect
        x={from}
        y={9}
        width={to - from}
        height={CardHeight}
        fill={here ? inks.petrolWash : "transparent"}
        onPointerDown={({ clientX }) => {
          pressed.current = clientX;
        }}
        onClick={({ clientX, currentTarget }) => {
          if (Math.abs(clientX - pressed.current) > 3) return;
          goTo(scale.frame(clientX - (currentTarget.ownerSVGElement?.getBoundingClientRect().left ?? 0)));
        }}
      />
      <GapTicks card={card} scale={scale} start={start} />
    </g>
  );
});

/** The chart as ticks, or a double rail where nothing moves. */
function GapTicks({ card, scale, start }: { card: PoseCard; scale: Scale; start: number }) {
  const { inks } = useTheme().palette;
  const blocked = useStore(isBlocking);
  const [from, to] = [scale.x(card.frame), scale.x(card.next ?? card.frame)];
  const y = 38;
  const staggers = card.gap?.stagger != null;
  if (blocked || card.still || card.gap?.held) {
    return (
      <path
        d={`M${start} ${y - 3}H${to - 5}M${start} ${y + 3}H${to - 5}`}
        stroke={inks.soft}
        strokeWidth={1.5}
        data-gap="hold"
        pointerEvents="none"
      />
    );
  }
  return (
    <g data-gap={card.mixed ? "mixed" : (nameOfGap(card.gap) ?? "amounts")} pointerEvents="none">
      <path d={`M${from} ${y}H${to}`} stroke={inks.soft} strokeWidth={1.2} />
      {scale.perFrame >= ClosestTicks && (
        <path
          data-ticks={card.ticks.length}
          d={card.ticks.map((tick) => `M${from + tick * (to - from)} ${y - 7}v14`).join("")}
          stroke={staggers ? inks.brass : inks.blade}
          strokeWidth={1}
        />
      )}
      {staggers && (
        <polyline
          data-zigzag
          points={card.ticks
            .map((tick, i) => `${from + tick * (to - from)} ${y - 22 + (14 * i) / card.ticks.length}`)
            .join(" ")}
          fill="none"
          stroke={inks.brass}
          strokeWidth={1.2}
        />
      )}
    </g>
  );
}

/** A few keys on their own: a small tab at the foot of the row. */
function Slip({ frame, scale }: { frame: number; scale: Scale }) {
  const { inks } = useTheme().palette;
  return (
    <g transform={`translate(${scale.x(frame)} 0)`} onPointerDown={() => goTo(frame)} style={{ cursor: "pointer" }}>
      <rect x={-2.5} y={69} width={5} height={7} rx={1.5} fill={inks.soft} />
    </g>
  );
}

interface CardProps {
  card: PoseCard;
  owner: StripOwner;
  scale: Scale;
  width: number;
}

/** With Ctrl its keys join the chosen ones or leave them: so several cards are spaced, exchanged, repeated and copied. */
function toggleCard({ frame }: PoseCard, { rows }: StripOwner): void {
  const here = rows.filter((row) => row.value == null && row.beads.some((bead) => bead.frame === frame));
  const all = here.every((row) => choiceHere()?.rows.get(rowKey(row))?.frames.has(frame));
  choose(
    here.map((row) => ({ row, frames: [frame] })),
    all ? "toggle" : "also",
  );
}

/** With Shift all cards from the nearest that is chosen, or from now, up to this one join. */
function takeCards({ frame }: PoseCard, { rows, cards }: StripOwner): void {
  const choice = choiceHere();
  const chosen = choice ? framesIn(choice) : [get().frame];
  const start = chosen.reduce(
    (near, one) => (Math.abs(one - frame) < Math.abs(near - frame) ? one : near),
    chosen[0] ?? frame,
  );
  const [from, to] = [Math.min(start, frame), Math.max(start, frame)];
  const frames = new Set(
    cards.filter((card) => card.full && card.frame >= from && card.frame <= to).map((card) => card.frame),
  );
  choose(
    rows
      .filter((row) => row.value == null)
      .map((row) => ({ row, frames: row.beads.map((bead) => bead.frame).filter((one) => frames.has(one)) })),
    "also",
  );
}

const Card = memo(({ card, owner: of, scale, width }: CardProps) => {
  const owner = of.owner;
  const { inks } = useTheme().palette;
  const here = useStore((state) => state.frame === card.frame);
  const shotId = useStore((state) => state.shotId) ?? "";
  const [moved, drag] = useFrameDrag(
    scale,
    goTo,
    (from, to) =>
      void commit({ kind: "moveKeys", shotId, from, to, owner, addresses: [], restFollows: get().restFollows }),
  );
  const chosen = useStore((state) => framesChosen(state)?.has(card.frame) ?? false);
  const isCamera = of.kind === "Camera";
  const view: View = isCamera ? { shot: shotId } : { shot: shotId, cast: owner };
  const picture = usePicture(view, card.frame, isCamera);
  return (
    <g
      transform={`translate(${scale.x(card.frame) - 4 + (moved?.shift ?? 0)} 9)`}
      onPointerDown={(event) => {
        if (!event.shiftKey && !event.ctrlKey && !event.metaKey) return drag(card.frame, event);
        event.stopPropagation();
        if (event.shiftKey) takeCards(card, of);
        else toggleCard(card, of);
      }}
      style={{ cursor: "pointer" }}
      data-card={card.frame}
      tabIndex={0}
      role="button"
      aria-label={words.cardAt(
        isCamera ? words.cameraMark : words.poseCard,
        card.name ? ` “${card.name}”` : "",
        card.frame,
      )}
      aria-pressed={chosen}
      onKeyDown={(event) => {
        if (event.key === "Enter") goTo(card.frame);
        if (event.key !== " ") return;
        event.preventDefault();
        event.stopPropagation();
        toggleCard(card, of);
      }}
    >
      {card.name && <title>{card.name}</title>}
      <rect
        width={width}
        height={CardHeight}
        rx={4}
        fill={inks.card}
        stroke={here || chosen ? inks.petrol : inks.line}
        strokeWidth={here ? 2 : 1}
        strokeDasharray={chosen && !here ? "4 2" : undefined}
      />
      {picture && (
        // A part of a picture with edges of its own: it cuts what is wider than the card.
        <svg x={1} width={Math.max(1, width - 2)} height={CardHeight}>
          <image
            href={picture}
            x={(width - (isCamera ? 72 : 40)) / 2 - 1}
            y={3}
            height={40}
            width={isCamera ? 72 : 40}
            preserveAspectRatio="xMidYMid slice"
          />
        </svg>
      )}
      {width > 24 && (
        <text x={5} y={CardHeight - 5} fontSize={11} fill={inks.ink} fontWeight={here ? 700 : 400}>
          {card.name && width > 40 ? card.name.slice(0, Math.floor(width / 7)) : card.frame}
        </text>
      )}
    </g>
  );
});

/** The card's picture, painted again when its owner has changed and nothing else is going on. */
function usePicture(view: View, frame: number, wide: boolean): string | null {
  const { shot, cast } = view;
  const edit = useStore(({ since }) => (cast ? lastEditOf(since, shot ?? "", cast) : lastEditIn(since, shot ?? "")));
  const resting = useStore((state) => state.atHand && !state.playing && state.gripping === null);
  const [picture, setPicture] = useState<string | null>(null);
  const painted = useRef("");
  const wanted = JSON.stringify([shot, cast, frame, wide, edit]);
  useEffect(() => {
    if (!resting || painted.current === wanted) return;
    return orderThumb({
      view: { shot, cast },
      frame,
      width: 142,
      height: 80,
      cutTo: wide ? 142 : 80,
      done: (url) => {
        painted.current = wanted;
        setPicture(url);
      },
    });
  }, [wanted, shot, cast, frame, wide, resting]);
  return picture;
}
