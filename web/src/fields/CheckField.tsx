import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";

/** Yes or no. */
export const CheckField = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) => (
  <FormControlLabel
    sx={{ my: -0.25, display: "flex" }}
    control={<Checkbox size="small" checked={value} onChange={(_, next) => onChange(next)} />}
    label={label}
  />
);
