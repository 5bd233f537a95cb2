import { useTheme } from "@mui/material/styles";
import { useShallow } from "zustand/react/shallow";
import { viewOf } from "../state/select";
import { useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { BoxOutline } from "./handles";

/** Round something on the stage that is chosen. */
export function ChosenBox({ thing, scale }: { thing: string; scale: number }) {
  const { inks } = useTheme().palette;
  const view = useStore(useShallow(viewOf));
  const frame = useStillFrame();
  const handles = useAnswer(view ? { kind: "overlay", view, frame, owner: thing } : null);
  const box = handles?.boxes.find((candidate) => candidate.thing === thing);
  return box ? <BoxOutline corners={box.corners} ink={inks.petrol} scale={scale} /> : null;
}
