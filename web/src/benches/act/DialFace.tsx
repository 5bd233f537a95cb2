import Box from "@mui/material/Box";
import type { Dial } from "../../api/types";
import { DialPlate, PlateSide, plateHeight } from "../../fields/DialPlate";
import { useDialHand } from "../../stage/useDialHand";
import { words } from "../../words/act";

/** A dial or pad of the acted puppet: dragged, or turned by arrow keys, it is keyed. */
export function DialFace({ owner, dial }: { owner: string; dial: Dial }) {
  const { at, press, turn, keyedHere } = useDialHand(owner, dial);
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={`${dial.name}${dial.isPad ? words.xAndY : ""}`}
      aria-valuemin={-100}
      aria-valuemax={100}
      aria-valuenow={Math.round(at.across)}
      aria-valuetext={
        dial.isPad ? `${Math.round(at.across)} %, ${Math.round(at.down)} %` : `${Math.round(at.across)} %`
      }
      data-dial={dial.name}
      onPointerDown={(event) => press(event, event.currentTarget)}
      onKeyDown={turn}
      sx={{
        my: 0.5,
        mx: "auto",
        width: dial.isPad ? 132 : "100%",
        touchAction: "none",
        cursor: "grab",
        borderRadius: 1,
      }}
    >
      <svg
        viewBox={`0 0 ${PlateSide} ${plateHeight(dial)}`}
        width="100%"
        style={{ display: "block" }}
        aria-hidden="true"
      >
        <DialPlate dial={dial} at={at} marked={keyedHere} />
      </svg>
    </Box>
  );
}
