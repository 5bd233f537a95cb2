import Box from "@mui/material/Box";
import Slider from "@mui/material/Slider";
import { useEffect, useState } from "react";
import { row } from "./row";

interface SliderFieldProps {
  label: string;
  value: number;
  unit: string;
  step: number;
  min: number;
  max: number;
  marked?: boolean;
  /** While it is slid; nothing is made yet. */
  onSlide: (value: number) => void;
  /** Let go, or moved by a key. */
  onSet: (value: number) => void;
}

/** A number that is slid where it is looked at; arrow keys take a step. */
export function SliderField({ label, value, unit, step, min, max, marked, onSlide, onSet }: SliderFieldProps) {
  // It stays under the hand until the core's word has come there too: a word on the way there is of a key that was pressed before.
  const [held, hold] = useState<number | null>(null);
  useEffect(() => hold((now) => (now !== null && Math.abs(now - value) < step / 1000 ? null : now)), [value, step]);
  return (
    <Box sx={{ ...row, gap: 1.5 }}>
      <Box
        component="span"
        title={label}
        sx={{
          flex: 1,
          minWidth: 0,
          overflow: "hidden",
          textOverflow: "ellipsis",
          whiteSpace: "nowrap",
          color: marked ? "error.main" : "text.primary",
        }}
      >
        {label}
      </Box>
      <Slider
        size="small"
        value={held ?? value}
        step={step}
        min={min}
        max={max}
        track={false}
        marks={[{ value: 0 }]}
        aria-label={label}
        getAriaValueText={(number) => `${number} ${unit}`}
        onChange={(_, next) => {
          hold(next as number);
          onSlide(next as number);
        }}
        onChangeCommitted={(_, next) => onSet(next as number)}
        onBlur={() => hold(null)}
        sx={{ width: 96, flexShrink: 0 }}
      />
      <Box component="span" sx={{ width: 48, flexShrink: 0, textAlign: "right", color: "text.secondary" }}>
        {Math.round(held ?? value)} {unit}
      </Box>
    </Box>
  );
}
