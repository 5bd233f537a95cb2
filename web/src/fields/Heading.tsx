import Box from "@mui/material/Box";
import type { ReactNode } from "react";

/** A quiet heading in a list or card. */
export function Heading({ children, right }: { children: ReactNode; right?: ReactNode }) {
  return (
    <Box
      component="h2"
      sx={{
        display: "flex",
        alignItems: "center",
        justifyContent: "space-between",
        fontSize: 12,
        fontWeight: 700,
        color: "text.secondary",
        m: 0,
        mt: 1.5,
        mb: 0.5,
        "&:first-of-type": { mt: 0 },
      }}
    >
      <span>{children}</span>
      {right}
    </Box>
  );
}

/** A sentence that teaches the next step. */
export const Hint = ({ children }: { children: ReactNode }) => (
  <Box component="p" sx={{ color: "text.secondary", m: 0, my: 0.75, fontSize: 13 }}>
    {children}
  </Box>
);
