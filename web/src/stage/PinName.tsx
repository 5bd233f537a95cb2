import { useTheme } from "@mui/material/styles";
import { useLayoutEffect, useRef } from "react";
import type { Point } from "../api/types";
import { commit } from "../state/film";
import { usePuppet } from "../state/select";
import { words } from "../words/stage";

const [Width, Height] = [120, 22];

/** A pin on its way into the film: it can be named before it is there. */
export interface NewPin {
  part: string;
  pin: string;
  at: Point;
  /** What it is called until somebody says otherwise. */
  name: string;
}

/** A pin that was just dropped is named above the picture, off the next spot: typing writes over its number, Escape leaves it. */
export function PinName({
  made,
  width,
  scale,
  onDone,
}: {
  made: NewPin;
  /** Of the picture, screen pixels. */
  width: number;
  scale: number;
  onDone: () => void;
}) {
  const { inks } = useTheme().palette;
  const puppet = usePuppet();
  const left = useRef(false);
  const field = useRef<HTMLInputElement>(null);
  useLayoutEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, []);
  if (!puppet) return null;
  const write = (text: string) => {
    const name = text.trim();
    if (!left.current && name !== "" && name !== made.name) {
      // After the edit that drops it, because edits go one after the other.
      void commit({
        kind: "changePin",
        puppetId: puppet.id,
        partId: made.part,
        pinId: made.pin,
        name,
        withoutFollowThrough: false,
      });
    }
    onDone();
  };
  return (
    <foreignObject
      x={0}
      y={0}
      width={Width}
      height={Height}
      transform={`translate(${(width - Width) * scale} ${-Height * scale}) scale(${scale})`}
      pointerEvents="auto"
      onPointerDown={(event) => event.stopPropagation()}
    >
      <input
        ref={field}
        aria-label={words.nameOfPin}
        defaultValue={made.name}
        onBlur={(event) => write(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Escape") left.current = true;
          if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
        }}
        style={{
          width: Width - 4,
          height: Height - 4,
          boxSizing: "border-box",
          border: `1px solid ${inks.petrol}`,
          borderRadius: 5,
          padding: "0 6px",
          font: "inherit",
          fontSize: 13,
          color: inks.ink,
          background: inks.card,
        }}
      />
    </foreignObject>
  );
}
