import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { ReactNode } from "react";
import { useInView } from "../fields/useInView";

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
  onPick,
  children,
}: {
  label: string;
  lines: PickLine[];
  chosen: string | null;
  onPick: (id: string) => void;
  children?: ReactNode;
}) {
  return (
    <Box component="ul" aria-label={label} sx={{ listStyle: "none", m: 0, p: 0 }}>
      {lines.map((line) => (
        <Line key={line.id} line={line} chosen={line.id === chosen} onPick={onPick} />
      ))}
      {children}
    </Box>
  );
}

function Line({ line, chosen, onPick }: { line: PickLine; chosen: boolean; onPick: (id: string) => void }) {
  const { inks } = useTheme().palette;
  const own = useInView<HTMLLIElement>(chosen);
  return (
    <li ref={own}>
      <ButtonBase
        aria-pressed={chosen}
        onClick={() => onPick(line.id)}
        sx={{
          width: "100%",
          justifyContent: "flex-start",
          gap: 0.75,
          pl: 0.75 + (line.depth ?? 0) * 1.2,
          pr: 0.75,
          py: 0.45,
          borderRadius: 1,
          fontFamily: "inherit",
          fontSize: 13.5,
          textAlign: "left",
          bgcolor: chosen ? inks.petrolWash : "transparent",
          fontWeight: chosen ? 700 : 400,
          opacity: line.faint ? 0.55 : 1,
        }}
      >
        {line.ink && (
          <Box component="span" sx={{ width: 9, height: 9, flexShrink: 0, borderRadius: "2px", bgcolor: line.ink }} />
        )}
        <Box component="span" sx={{ flex: 1, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
          {line.name}
        </Box>
        <Box component="span" sx={{ color: "text.secondary", fontSize: 12, flexShrink: 0 }}>
          {line.note}
        </Box>
      </ButtonBase>
    </li>
  );
}
