import Button from "@mui/material/Button";
import { removeChosen } from "../../shell/commands";

export const Remove = ({ title }: { title: string }) => (
  <Button variant="outlined" color="error" sx={{ mt: 0.5 }} onClick={removeChosen}>
    {title}
  </Button>
);
