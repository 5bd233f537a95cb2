import Button from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import type { Puppet, Shot } from "../../api/types";
import { engine } from "../../engine/engine";
import { commit } from "../../state/film";
import { isBlocking } from "../../state/select";
import { useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/act";
import { allOf } from "../chosenAmong";

/** What only reaches have: a goal that is planted, or lifted; with it the goals that are chosen besides. */
export function PlantButton({
  owner,
  thing,
  puppet,
  shot,
  frame,
}: {
  owner: string;
  thing: string;
  puppet: Puppet;
  shot: Shot;
  frame: number;
}) {
  const blocked = useStore(isBlocking);
  const also = useStore((state) => state.also);
  const values = useAnswer({ kind: "values", view: { shot: shot.id, blocked }, frame, owner, thing });
  if (!puppet.reaches.some((reach) => reach.id === thing)) return null;
  const planted = values?.lines.find((line) => line.address.property === "planted")?.chosen === "stage";
  return (
    <Tooltip title={words.plantTip}>
      <Button
        variant={planted ? "contained" : "outlined"}
        sx={{ mt: 1 }}
        aria-pressed={planted}
        onClick={() => {
          const plant = (reach: string) =>
            engine.work({ kind: "plantReach", shot: shot.id, owner, reach, frame, planted: !planted });
          const reaches = [thing, ...also.filter((id) => puppet.reaches.some((reach) => reach.id === id))];
          const says = planted ? words.liftGoals : words.plantGoals;
          void commit(allOf(reaches.map(plant), says));
        }}
      >
        {planted ? words.plantedLiftHere : words.plantHere}
      </Button>
    </Tooltip>
  );
}
