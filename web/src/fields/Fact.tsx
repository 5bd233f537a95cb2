import Box from "@mui/material/Box";
import { row } from "./row";

/** A number that the program found out. */
export const Fact = ({ title, value, good }: { title: string; value: string; good?: boolean }) => (
  <Box sx={{ ...row, justifyContent: "space-between", py: 0.5 }}>
    <span>{title}</span>
    <Box component="span" sx={{ color: good ? "success.main" : "text.primary", fontWeight: 500 }}>
      {value}
    </Box>
  </Box>
);
