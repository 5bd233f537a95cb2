import { useTheme } from "@mui/material/styles";
import { memo, useMemo } from "react";
import type { Sound, SoundUse } from "../../api/types";
import { commit } from "../../state/film";
import { get, set, useStore } from "../../state/store";
import { words } from "../../words/sound";
import type { Scale } from "../scale";
import { useBlockDrag } from "../useBlockDrag";
import { draggedSound, editOf, type SoundPart } from "./soundBlocks";
import { usePeaks, waveform } from "./waveform";

/** px */
export const LaneHigh = 32;

interface SoundBlockProps {
  use: SoundUse;
  sound: Sound;
  scale: Scale;
  lane: number;
}

/** A sound: dragged along, trimmed by its ends, faded by its upper corners, slid within its ends with Alt. */
export const SoundBlock = memo(({ use, sound, scale, lane }: SoundBlockProps) => {
  const { inks } = useTheme().palette;
  const frameRate = useStore((state) => state.film?.frameRate ?? 24);
  const chosen = useStore((state) => state.chosen?.kind === "sound" && state.chosen.thing === use.id);
  const peaks = usePeaks(sound);
  const choose = () => set({ chosen: { kind: "sound", thing: use.id }, also: [], beads: null, spoken: null });
  const make = (to: SoundUse, part: SoundPart) => {
    const edit = editOf(get().shotId ?? "", use, to, part);
    if (edit) void commit(edit);
  };
  const [shown, press] = useBlockDrag<SoundUse, SoundPart>(use, scale, {
    dragged: (part, by) => draggedSound(use, sound, part, by, frameRate),
    onPress: choose,
    onDrop: make,
  });
  // A frame lasts until the next begins.
  const [left, right] = [scale.x(shown.start - 0.5), scale.x(shown.start + shown.length - 0.5)];
  const [top, bottom] = [lane * LaneHigh + 2, (lane + 1) * LaneHigh];
  const [comes, goes] = [shown.fadeIn, shown.fadeOut].map((over) => Math.min(over * scale.perFrame, right - left));
  const outline = `M${left} ${bottom}V${shown.fadeIn > 0 ? bottom : top}L${left + (comes ?? 0)} ${top}H${right - (goes ?? 0)}L${right} ${shown.fadeOut > 0 ? bottom : top}V${bottom}Z`;
  const wave = useMemo(
    () =>
      peaks === null
        ? ""
        : waveform(peaks, sound, shown, frameRate, {
            left: Math.max(left, 0),
            right: Math.min(right, scale.x(scale.to) + 40),
            frame: (x) => scale.frame(x) + 0.5,
            middle: (top + bottom) / 2 + 4,
            high: (bottom - top) / 2 - 5,
          }),
    [peaks, sound, shown, frameRate, left, right, scale, top, bottom],
  );
  const label = words.soundSpan(sound.name, shown.start, shown.start + shown.length - 1, shown.muted ? ", muted" : "");
  const clip = `heard-${use.id}`;
  const handle = (part: SoundPart, x: number, y: number, width: number, high: number) => (
    <rect
      data-edge={part}
      x={x}
      y={y}
      width={width}
      height={high}
      fill="transparent"
      style={{ cursor: part.startsWith("fade") ? "ew-resize" : "col-resize" }}
      onPointerDown={press(part)}
    />
  );
  return (
    <g
      data-sound={use.id}
      data-nudged
      data-strokes={wave.length}
      tabIndex={0}
      role="button"
      aria-label={label}
      aria-pressed={chosen}
      style={{ cursor: "grab", touchAction: "none" }}
      opacity={shown.muted ? 0.45 : 1}
      onPointerDown={(event) => press(event.altKey ? "slide" : "all")(event)}
      onFocus={choose}
      onKeyDown={(event) => {
        const by = event.key === "ArrowLeft" ? -1 : event.key === "ArrowRight" ? 1 : 0;
        if (by === 0 || event.ctrlKey) return;
        event.preventDefault();
        event.stopPropagation();
        const part = event.altKey ? "slide" : event.shiftKey ? "end" : "all";
        make(draggedSound(use, sound, part, by, frameRate), part);
      }}
    >
      <title>{label}</title>
      <clipPath id={clip}>
        <path d={outline} />
      </clipPath>
      <path d={outline} fill={inks.card} stroke={inks.plum} strokeWidth={chosen ? 2.2 : 1.2} strokeLinejoin="round" />
      <path d={wave} stroke={inks.plum} strokeWidth={1} clipPath={`url(#${clip})`} pointerEvents="none" />
      <svg x={left + 7} y={top} width={Math.max(0, right - left - 14)} height={LaneHigh - 2} pointerEvents="none">
        <text x={Math.max(0, -left)} y={12} fontSize={11} fill={inks.ink} fontWeight={chosen ? 700 : 400}>
          {sound.name}
          {shown.muted ? words.withMuted : ""}
          {shown.again ? words.withLoop : ""}
          {shown.gainDb !== 0
            ? words.withGain(shown.gainDb > 0 ? "+" : "−", Math.abs(Math.round(shown.gainDb * 10) / 10))
            : ""}
        </text>
      </svg>
      {handle("start", left - 3, top, 8, bottom - top)}
      {handle("end", right - 5, top, 8, bottom - top)}
      {chosen && (
        <>
          <circle cx={left + (comes ?? 0)} cy={top + 1} r={3.5} fill={inks.card} stroke={inks.plum} strokeWidth={1.4} />
          <circle cx={right - (goes ?? 0)} cy={top + 1} r={3.5} fill={inks.card} stroke={inks.plum} strokeWidth={1.4} />
          {handle("fadeIn", left + (comes ?? 0) - 5, top - 4, 10, 10)}
          {handle("fadeOut", right - (goes ?? 0) - 5, top - 4, 10, 10)}
        </>
      )}
    </g>
  );
});
