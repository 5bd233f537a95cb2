import Box from "@mui/material/Box";
import { useRef, useState } from "react";
import type { Edit } from "../api/types";
import { engine } from "../engine/engine";
import { commit } from "../state/film";
import { touchPreview } from "../state/store";
import { words } from "../words/fields";
import { entry, row } from "./row";

interface NumberFieldProps {
  label: string;
  value: number;
  unit: string;
  decimals: number;
  step: number;
  min?: number;
  max?: number;
  /**
   * The edit that would set the value. Scrubbing shows it; letting go, typing and nudging make it.
   *
   * @param by how far it was scrubbed or nudged; null where it was typed.
   */
  edit: (value: number, by: number | null) => Edit | Promise<Edit>;
  /** What it is at rest: nothing typed, or a double click on the label, brings it back there. */
  rest?: number;
  marked?: boolean;
  /** Enter keys it even when it is there already. */
  keys?: boolean;
  disabled?: string | null;
}

/** A number that is typed, scrubbed by dragging its label, and nudged with the arrow keys (Shift: ten times). */
export function NumberField({
  label,
  value,
  unit,
  decimals,
  step,
  min = -1e9,
  max = 1e9,
  edit,
  rest,
  marked,
  keys = false,
  disabled,
}: NumberFieldProps) {
  // What is being typed or scrubbed is the field's own, also when the value of another frame comes late.
  const [text, setText] = useState<string | null>(null);
  const scrubbed = useRef<number | null>(null);
  /** By which key it is left. */
  const left = useRef<"Enter" | "Escape" | null>(null);
  const shown = text ?? format(value, decimals);

  const within = (number: number) => Number(Math.min(max, Math.max(min, number)).toFixed(decimals + 2));
  const make = async (number: number, { always = false, from = null as number | null } = {}) => {
    setText(null);
    const to = within(number);
    if (Number.isFinite(number) && (always || to !== value)) await commit(edit(to, from === null ? null : to - from));
  };

  const scrub = (event: React.PointerEvent<HTMLElement>) => {
    if (disabled) return;
    const target = event.currentTarget;
    const [startX, from] = [event.clientX, value];
    target.setPointerCapture(event.pointerId);
    scrubbed.current = null;
    target.onpointermove = async (moved) => {
      const next = within(from + Math.round((moved.clientX - startX) / 3) * step);
      if (next === scrubbed.current || (scrubbed.current === null && next === from)) return;
      scrubbed.current = next;
      setText(format(next, decimals));
      await engine.preview(await edit(next, next - from)).then(touchPreview, () => undefined);
    };
    const over = () => {
      target.onpointermove = target.onpointerup = target.onpointercancel = null;
      if (scrubbed.current !== null) void make(scrubbed.current, { from });
    };
    target.onpointerup = over;
    target.onpointercancel = over;
  };
  const typed = () =>
    text !== null && void make(text.trim() === "" && rest !== undefined ? rest : parse(text), { always: keys });

  return (
    <Box sx={row} title={disabled ?? undefined}>
      <Box
        component="label"
        onPointerDown={scrub}
        onDoubleClick={() => rest !== undefined && !disabled && void make(rest)}
        title={rest === undefined || disabled ? undefined : words.atRestTip(format(rest, decimals), unit)}
        sx={{
          flex: 1,
          minWidth: 0,
          cursor: disabled ? "default" : "ew-resize",
          color: marked ? "error.main" : "text.primary",
          userSelect: "none",
          touchAction: "none",
        }}
      >
        {label}
      </Box>
      <Box
        component="input"
        aria-label={unit ? `${label}, ${unit}` : label}
        disabled={disabled != null}
        value={shown}
        inputMode="decimal"
        data-typing={text !== null}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => setText(event.target.value)}
        onFocus={(event: React.FocusEvent<HTMLInputElement>) => event.target.select()}
        onBlur={() => {
          const by = left.current;
          left.current = null;
          if (text === null && by === "Enter" && keys) void make(value, { always: true });
          else if (by !== "Escape") typed();
        }}
        onKeyDown={(event: React.KeyboardEvent<HTMLInputElement>) => {
          if (event.key === "Enter" || event.key === "Escape") {
            left.current = event.key;
            if (event.key === "Escape") setText(null);
            event.currentTarget.blur();
          } else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
            event.preventDefault();
            void make(parse(shown) + (event.key === "ArrowUp" ? step : -step) * (event.shiftKey ? 10 : 1), {
              from: value,
            });
          } else return;
          event.stopPropagation();
        }}
        sx={{
          width: 66,
          textAlign: "right",
          ...entry,
        }}
      />
      <Box component="span" sx={{ width: 24, pl: 0.5, color: "text.secondary", fontSize: 12 }}>
        {unit}
      </Box>
    </Box>
  );
}

const format = (value: number, decimals: number) => value.toFixed(decimals).replace(/^-(0(\.0+)?)$/, "$1");
const parse = (text: string) => Number.parseFloat(text.replace(",", "."));
