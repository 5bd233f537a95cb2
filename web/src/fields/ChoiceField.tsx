import Box from "@mui/material/Box";
import { entry, row } from "./row";
import { TypedChoice } from "./TypedChoice";

export interface Choice {
  value: string;
  title: string;
}

/** A list of more than so many is found in by typing. */
const Long = 16;

/** One of a list: a short one by the browser's own list box, a long one by typing. */
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
  if (choices.length > Long)
    return (
      // A long name goes below its label.
      <Box sx={{ ...row, gap: 1, flexWrap: "wrap" }}>
        <Box component="span" sx={{ flex: 1, minWidth: "max-content", color: marked ? "error.main" : "text.primary" }}>
          {label}
        </Box>
        <TypedChoice label={label} value={value} choices={choices} onChoose={onChoose} />
      </Box>
    );
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
          flex: "0 1 auto",
          minWidth: 88,
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
