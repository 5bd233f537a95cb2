import { useTheme } from "@mui/material/styles";
import type { AnswerTo, Dial } from "../api/types";
import { DialPlate, PlateSide, plateHeight } from "../fields/DialPlate";
import { useDialHand } from "./useDialHand";

/** How wide it is over the picture, screen pixels. */
const Wide = 104;
/** With room for its name. */
const Apart = 22;

/** Chosen dials and pads over the picture, beside the puppet that they move: where the eyes are anyway. */
export function DialsOnStage({
  dials,
  owner,
  boxes,
  width,
  scale,
}: {
  dials: Dial[];
  owner: string;
  boxes: AnswerTo<"overlay">["boxes"];
  /** Of the picture, screen pixels. */
  width: number;
  scale: number;
}) {
  const corners = boxes.find(({ thing }) => thing === owner)?.corners ?? [];
  const xs = corners.filter((_, i) => i % 2 === 0);
  const ys = corners.filter((_, i) => i % 2 === 1);
  if (xs.length === 0) return null;
  // To the right of it, as far as there is picture; a puppet that fills the picture has it over itself.
  const left = Math.max(Apart, Math.min(Math.max(...xs) / scale + Apart, width - Wide - Apart));
  let top = Math.max(Apart, Math.min(...ys) / scale);
  return (
    <>
      {dials.map((dial) => {
        const at = top;
        top += (plateHeight(dial) / PlateSide) * Wide + Apart;
        return (
          <g key={dial.id} transform={`scale(${scale}) translate(${left} ${at}) scale(${Wide / PlateSide})`}>
            <DialOnStage dial={dial} owner={owner} />
          </g>
        );
      })}
    </>
  );
}

function DialOnStage({ dial, owner }: { dial: Dial; owner: string }) {
  const { inks } = useTheme().palette;
  const { at, press, keyedHere } = useDialHand(owner, dial);
  return (
    <g
      data-handle={`dial ${dial.name}`}
      style={{ cursor: "grab" }}
      opacity={0.92}
      onPointerDown={(event) => press(event, event.currentTarget.querySelector("rect") ?? event.currentTarget)}
    >
      <title>{dial.name}</title>
      <text x={4} y={-8} fontSize={24} fill={inks.ink} stroke={inks.card} strokeWidth={5} paintOrder="stroke">
        {dial.name}
      </text>
      <DialPlate dial={dial} at={at} marked={keyedHere} />
    </g>
  );
}
