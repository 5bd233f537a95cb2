import Box from "@mui/material/Box";
import { entry, row } from "./row";

interface Choice {
  value: string;
  title: string;
}

/** One of a list, by the browser's own list box. */
export function ChoiceField({
  label,
  value,
  choices,
  marked,
  onChoose,
}: {
  label: string;
  value: string;
  choices: Choice[];
  /** Keyed at this frame. */
  marked?: boolean;
  onChoose: (value: string) => void;
}) {
  return (
    <Box component="label" sx={{ ...row, gap: 1 }}>
      <Box component="span" sx={{ flex: 1, color: marked ? "error.main" : "text.primary" }}>
        {label}
      </Box>
      <Box
        component="select"
        value={value}
        onChange={(event: React.ChangeEvent<HTMLSelectElement>) => onChoose(event.target.value)}
        sx={{
          minWidth: 132,
          maxWidth: "72%",
          ...entry,
          px: 0.5,
        }}
      >
        {choices.map((choice) => (
          <option key={choice.value} value={choice.value}>
            {choice.title}
          </option>
        ))}
      </Box>
    </Box>
  );
}
