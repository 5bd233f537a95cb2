import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import type { ReactNode } from "react";
import { set, useStore } from "../state/store";

/** A heading under which things fold away, so that a long list does not push the next out of sight. */
export function Foldable({ title, count, children }: { title: string; count?: number; children: ReactNode }) {
  const away = useStore((state) => state.folded.includes(title));
  const fold = () =>
    set(({ folded }) => ({ folded: away ? folded.filter((one) => one !== title) : [...folded, title] }));
  return (
    <>
      <Box component="h2" sx={{ m: 0, mt: 1, mb: 0.25 }}>
        <ButtonBase
          aria-expanded={!away}
          onClick={fold}
          sx={{
            width: "100%",
            gap: 0.5,
            py: 0.25,
            borderRadius: 1,
            font: "inherit",
            fontSize: 12,
            color: "text.secondary",
          }}
        >
          <Box component="span" aria-hidden="true" sx={{ width: 12, fontSize: 10 }}>
            {away ? "▶" : "▼"}
          </Box>
          <Box component="span" sx={{ flex: 1, textAlign: "left", fontWeight: 700 }}>
            {title}
          </Box>
          {count !== undefined && <span>{count}</span>}
        </ButtonBase>
      </Box>
      {!away && children}
    </>
  );
}
