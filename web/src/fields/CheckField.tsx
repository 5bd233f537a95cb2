import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";

/** Yes or no. */
export const CheckField = ({
  label,
  title,
  value,
  onChange,
}: {
  label: string;
  /** What it means, for whoever points at it. */
  title?: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) => (
  <FormControlLabel
    title={title}
    sx={{ my: -0.25, display: "flex" }}
    control={<Checkbox size="small" checked={value} onChange={(_, next) => onChange(next)} />}
    label={label}
  />
);
