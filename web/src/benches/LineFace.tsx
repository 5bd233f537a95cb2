import Box from "@mui/material/Box";
import type { Inks } from "../theme";

/** How a line of a list stands there; what it does and how wide it is says the list. */
export const lineLook = (inks: Inks, chosen: boolean, indent: number, faint: boolean) =>
  ({
    justifyContent: "flex-start",
    gap: 0.75,
    pl: 0.75 + indent,
    pr: 0.75,
    py: 0.35,
    borderRadius: 1,
    fontFamily: "inherit",
    fontSize: 13,
    textAlign: "left",
    bgcolor: chosen ? inks.petrolWash : "transparent",
    fontWeight: chosen ? 700 : 400,
    opacity: faint ? 0.55 : 1,
  }) as const;

/** What stands in it: the colour of its label or kind, its name, and a quiet word at the right. */
export const LineFace = ({ ink, name, note }: { ink?: string; name: string; note?: string }) => (
  <>
    {ink && <Box component="span" sx={{ width: 9, height: 9, flexShrink: 0, borderRadius: "2px", bgcolor: ink }} />}
    <Box component="span" sx={{ flex: 1, minWidth: 0, overflowWrap: "anywhere", lineHeight: 1.25 }}>
      {name}
    </Box>
    <Box component="span" sx={{ color: "text.secondary", fontSize: 11.5, flexShrink: 0 }}>
      {note}
    </Box>
  </>
);
