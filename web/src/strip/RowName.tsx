import Box from "@mui/material/Box";
import { memo } from "react";
import type { StripRow } from "../api/types";
import { commit } from "../state/film";
import { get, set, useStore } from "../state/store";
import { words } from "../words/timeline";
import { choose } from "./beads";
import { rowKey } from "./question";

/** How wide the names of rows are, px. */
export const Names = 148;

/** A row's name: a press chooses all of its keys. Beside it the row is held up to now, and its values are unfolded. */
export const RowName = memo(({ row }: { row: StripRow }) => {
  const isOpen = useStore((state) => state.openRows.includes(row.thing));
  const { title } = row;
  const canOpen = row.value == null && row.addresses.length > 1;
  const fold = () =>
    set(({ openRows }) => ({
      openRows: isOpen ? openRows.filter((one) => one !== row.thing) : [...openRows, row.thing],
    }));
  const hold = () => {
    const { shotId, frame } = get();
    if (shotId) void commit({ kind: "holdHere", shotId, frame, owner: null, addresses: row.addresses });
  };
  return (
    <Box
      sx={{
        width: Names,
        flexShrink: 0,
        display: "flex",
        alignItems: "center",
        bgcolor: "background.paper",
        borderRight: 1,
        borderColor: "divider",
        fontSize: 13,
      }}
    >
      <Box
        component="button"
        aria-expanded={canOpen ? isOpen : undefined}
        aria-label={canOpen ? words.valuesOf(title) : undefined}
        aria-hidden={!canOpen}
        tabIndex={canOpen ? 0 : -1}
        onClick={() => canOpen && fold()}
        sx={{ ...plain, width: 20, pl: 0.75, fontSize: 9, visibility: canOpen ? "visible" : "hidden" }}
      >
        {isOpen ? "▼" : "▶"}
      </Box>
      <Box
        component="button"
        data-row={rowKey(row)}
        aria-label={words.selectKeysOf(title)}
        title={words.allKeysSelected(title)}
        onClick={(event: React.MouseEvent) =>
          choose([{ row, frames: row.beads.map(({ frame }) => frame) }], event.shiftKey ? "also" : "only")
        }
        sx={{
          ...plain,
          flex: 1,
          minWidth: 0,
          pl: row.value == null ? 0 : 1.5,
          color: row.value == null ? "inherit" : "text.secondary",
          whiteSpace: "nowrap",
          overflow: "hidden",
          textOverflow: "ellipsis",
        }}
      >
        {title}
      </Box>
      <Box
        component="button"
        aria-label={words.holdRow(title)}
        title={words.holdRowTip(title)}
        onClick={hold}
        sx={{ ...plain, width: 22, opacity: 0.55, "&:hover, &:focus-visible": { opacity: 1 } }}
      >
        <svg width={12} height={8} aria-hidden="true" style={{ display: "block", margin: "auto" }}>
          <path d="M0 2H12M0 6H12" stroke="currentColor" strokeWidth={1.4} />
        </svg>
      </Box>
    </Box>
  );
});

const plain = {
  border: 0,
  p: 0,
  font: "inherit",
  color: "inherit",
  textAlign: "left",
  cursor: "pointer",
  bgcolor: "transparent",
  alignSelf: "stretch",
} as const;
