import Box from "@mui/material/Box";

interface Choice {
  value: string;
  title: string;
}

/** One of a list, by the browser's own list box. */
export function ChoiceField({
  label,
  value,
  choices,
  onChoose,
}: {
  label: string;
  value: string;
  choices: Choice[];
  onChoose: (value: string) => void;
}) {
  return (
    <Box
      component="label"
      sx={{
        display: "flex",
        alignItems: "center",
        gap: 1,
        py: 0.35,
        borderBottom: 1,
        borderColor: "divider",
        borderBottomStyle: "dotted",
      }}
    >
      <span style={{ flex: 1 }}>{label}</span>
      <Box
        component="select"
        value={value}
        onChange={(event: React.ChangeEvent<HTMLSelectElement>) => onChoose(event.target.value)}
        sx={{
          width: 132,
          font: "inherit",
          color: "inherit",
          bgcolor: "background.paper",
          border: 1,
          borderColor: "divider",
          borderRadius: 1,
          px: 0.5,
          py: 0.25,
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
