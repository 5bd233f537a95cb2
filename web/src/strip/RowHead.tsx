import Box from "@mui/material/Box";

/** What a row of the strip is, at its left. */
export const RowHead = ({ width, title, note }: { width: number; title: string; note?: string }) => (
  <Box
    sx={{
      width,
      flexShrink: 0,
      bgcolor: "background.paper",
      borderRight: 1,
      borderColor: "divider",
      px: 1.5,
      display: "flex",
      flexDirection: "column",
      justifyContent: "center",
      fontSize: 13,
      overflow: "hidden",
    }}
  >
    <Box sx={{ fontWeight: 700, whiteSpace: "nowrap", overflow: "hidden", textOverflow: "ellipsis" }}>{title}</Box>
    {note && <Box sx={{ color: "text.secondary", fontSize: 12 }}>{note}</Box>}
  </Box>
);
