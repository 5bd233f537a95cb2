import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { Label } from "../api/types";
import { words } from "../words/fields";
import { labelInk, labels } from "./labels";
import { row } from "./row";

/** The colour that a name carries in lists. */
export function LabelField({ value, onChoose }: { value: Label; onChoose: (label: Label) => void }) {
  const { inks } = useTheme().palette;
  return (
    <Box sx={{ ...row, py: 0.5 }}>
      <Box sx={{ flex: 1 }}>{words.label}</Box>
      {labels.map((label) => (
        <ButtonBase
          key={label}
          aria-label={words.labelOf(label)}
          aria-pressed={label === value}
          onClick={() => onChoose(label)}
          sx={{
            width: 19,
            height: 19,
            ml: 0.25,
            borderRadius: "4px",
            bgcolor: labelInk(inks, label),
            outline: label === value ? `2px solid ${inks.ink}` : "none",
            outlineOffset: 1,
          }}
        />
      ))}
    </Box>
  );
}
