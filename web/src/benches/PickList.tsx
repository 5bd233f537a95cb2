import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { ReactNode } from "react";
import { useInView } from "../fields/useInView";
import { LineFace, lineLook } from "./LineFace";

export interface PickLine {
  id: string;
  name: string;
  note?: string;
  ink?: string;
  faint?: boolean;
  depth?: number;
}

/** A plain list to choose from. */
export function PickList({
  label,
  lines,
  chosen,
  also,
  onPick,
  children,
}: {
  label: string;
  lines: PickLine[];
  chosen: string | null;
  /** Chosen besides it. */
  also?: string[];
  /** @param more with Shift or Ctrl. */
  onPick: (id: string, more: boolean) => void;
  children?: ReactNode;
}) {
  return (
    <Box component="ul" aria-label={label} sx={{ listStyle: "none", m: 0, p: 0 }}>
      {lines.map((line) => (
        <Line
          key={line.id}
          line={line}
          chosen={line.id === chosen || (also?.includes(line.id) ?? false)}
          onPick={onPick}
        />
      ))}
      {children}
    </Box>
  );
}

function Line({
  line,
  chosen,
  onPick,
}: {
  line: PickLine;
  chosen: boolean;
  onPick: (id: string, more: boolean) => void;
}) {
  const { inks } = useTheme().palette;
  const own = useInView<HTMLLIElement>(chosen);
  return (
    <li ref={own}>
      <ButtonBase
        aria-pressed={chosen}
        onClick={(event) => onPick(line.id, event.shiftKey || event.ctrlKey || event.metaKey)}
        sx={{ width: "100%", ...lineLook(inks, chosen, (line.depth ?? 0) * 1.2, line.faint ?? false) }}
      >
        <LineFace ink={line.ink} name={line.name} note={line.note} />
      </ButtonBase>
    </li>
  );
}
