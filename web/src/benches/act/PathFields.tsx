import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { Heading, Hint } from "../../fields/Heading";
import { useArc } from "../../stage/useArc";
import { commit } from "../../state/film";
import { useStillFrame } from "../../state/useStillFrame";
import { words } from "../../words/act";

/** How the path of what is chosen runs on from the place at or before now: its shape, and whether its handles are one. */
export function PathFields({ shotId }: { shotId: string }) {
  const arc = useArc();
  const frame = useStillFrame();
  if (arc === null) return null;
  if (arc.canBePath)
    return (
      <>
        <Heading>{words.path}</Heading>
        <Hint>{words.keyedApart}</Hint>
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
          {words.joinIntoPath}
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
      <Heading>{words.pathFrom(place.frame)}</Heading>
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap" }}>
        <Button
          variant={place.straight ? "contained" : "outlined"}
          aria-pressed={place.straight ?? false}
          disabled={place.straight == null}
          onClick={() => shape("Straight")}
        >
          {words.straight}
        </Button>
        <Button
          variant="outlined"
          disabled={place.straight == null}
          title={words.smoothTip}
          onClick={() => shape("Smooth")}
        >
          {words.smooth}
        </Button>
      </Box>
      <CheckField
        label={words.jointHandles}
        value={place.joint === "Joined"}
        onChange={(joined) =>
          give({
            kind: "shapePath",
            shotId,
            address,
            frame: place.frame,
            joint: joined ? "Joined" : "Free",
          })
        }
      />
    </>
  );
}
