import { useTheme } from "@mui/material/styles";
import { Heading } from "../fields/Heading";
import { labelInk } from "../fields/labels";
import { choose } from "../state/choose";
import { useShot } from "../state/select";
import { useStore } from "../state/store";
import { words } from "../words/scenery";
import { PickList } from "./PickList";

/** Everything on the stage, near to far. */
export function StageList() {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const chosen = useStore((state) => state.chosen);
  const also = useStore((state) => state.also);
  if (!shot) return null;
  const things = shot.things
    .map((thing) => ({
      id: thing.id,
      name: thing.name,
      metres: thing.stand.distance,
      ink: labelInk(inks, thing.label),
      faint: thing.hidden,
    }))
    .sort((a, b) => a.metres - b.metres);
  return (
    <>
      <Heading>{words.onStage}</Heading>
      <PickList
        label={words.onStage}
        lines={things.map((thing) => ({ ...thing, note: `${thing.metres} m` }))}
        chosen={chosen?.thing ?? null}
        also={chosen?.kind === "thing" ? also : []}
        onPick={(thing, more) => choose({ kind: "thing", thing }, more)}
      />
    </>
  );
}
