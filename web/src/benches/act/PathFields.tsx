import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { Heading, Hint } from "../../fields/Heading";
import { useArc } from "../../stage/useArc";
import { commit } from "../../state/film";
import { useStillFrame } from "../../state/useStillFrame";

/** How the path of what is chosen runs on from the place at or before now: its shape, and whether its handles are one. */
export function PathFields({ shotId }: { shotId: string }) {
  const arc = useArc();
  const frame = useStillFrame();
  if (arc === null) return null;
  if (arc.canBePath)
    return (
      <>
        <Heading>Its path</Heading>
        <Hint>Its place is keyed across and down, each by itself.</Hint>
        <Button
          variant="outlined"
          onClick={() =>
            void commit({
              kind: "makePath",
              merging: true,
              shotId,
              address: { owner: arc.owner, thing: arc.thing, property: arc.thing === "stand" ? "place" : "shift" },
            })
          }
        >
          Let it go on a path
        </Button>
      </>
    );
  const { address } = arc;
  const place = arc.path.findLast((one) => one.frame <= frame);
  if (!address || !place) return null;
  const give = (edit: Edit) => void commit(edit);
  const shape = (shape: "Straight" | "Smooth") =>
    give({ kind: "shapePiece", shotId, address, frame: place.frame, shape });
  return (
    <>
      <Heading>Its path from {place.frame} on</Heading>
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
        <Button
          variant={place.straight ? "contained" : "outlined"}
          aria-pressed={place.straight ?? false}
          disabled={place.straight == null}
          onClick={() => shape("Straight")}
        >
          Straight
        </Button>
        <Button
          variant="outlined"
          disabled={place.straight == null}
          title="Through its places without a corner; its handles are dragged from there"
          onClick={() => shape("Smooth")}
        >
          Smooth
        </Button>
      </Box>
      <CheckField
        label="Both handles turn as one"
        value={place.joint === "Joined"}
        onChange={(joined) =>
          give({ kind: "shapePath", shotId, address, frame: place.frame, joint: joined ? "Joined" : "Free" })
        }
      />
    </>
  );
}
