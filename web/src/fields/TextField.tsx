import Box from "@mui/material/Box";
import { useEffect, useRef, useState } from "react";
import { entry, row } from "./row";

/** A name: written with Enter or on leaving, dropped with Escape. */
export function TextField({
  label,
  value,
  onWrite,
}: {
  label: string;
  value: string;
  onWrite: (text: string) => void;
}) {
  const [text, setText] = useState(value);
  const typing = useRef(false);
  const dropped = useRef(false);
  // What is being typed is the field's own, also when a value comes late.
  useEffect(() => {
    if (!typing.current) setText(value);
  }, [value]);
  const write = () => {
    typing.current = false;
    const trimmed = text.trim();
    if (trimmed && trimmed !== value) onWrite(trimmed);
    else setText(value);
  };
  return (
    <Box component="label" sx={{ ...row, gap: 1 }}>
      <span style={{ flex: "1 0 auto" }}>{label}</span>
      <Box
        component="input"
        value={text}
        maxLength={200}
        data-typing={text !== value}
        onChange={(event: React.ChangeEvent<HTMLInputElement>) => {
          typing.current = true;
          setText(event.target.value);
        }}
        onBlur={() => {
          if (dropped.current) dropped.current = false;
          else write();
        }}
        onKeyDown={(event: React.KeyboardEvent<HTMLInputElement>) => {
          if (event.key === "Escape") {
            dropped.current = true;
            typing.current = false;
            setText(value);
          }
          if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
          if (!event.ctrlKey) event.stopPropagation();
        }}
        sx={{
          minWidth: 132,
          flex: "0 1 72%",
          ...entry,
        }}
      />
    </Box>
  );
}
