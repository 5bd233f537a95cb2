import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import type { Edit, Part, ValueLine, View } from "../api/types";
import { engine } from "../engine/engine";
import { DrawingPicture } from "../fields/DrawingPicture";
import { Heading } from "../fields/Heading";
import { SliderField } from "../fields/SliderField";
import { commit, tell } from "../state/film";
import { touch, touchPreview } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { words } from "../words/places";
import { keyed } from "./eachChosen";

/** Where values are looked at, and what becomes of one that is given there. */
export interface Giving {
  owner: string;
  view: View;
  frame: number;
  slide: (edit: Edit) => void;
  set: (edit: Edit) => void;
}

/** Keys values of a shot at a frame. */
export const keying = (owner: string, shot: string, frame: number, blocked: boolean): Giving => ({
  owner,
  view: { shot, blocked },
  frame,
  slide: (edit) => void engine.preview(edit).then(touchPreview, () => undefined),
  set: (edit) => void commit(edit),
});

/** Tries values on the bench; nothing is keyed. */
export const trying = (puppet: string): Giving => {
  const attempt = (edit: Edit) => void engine.tryEdit({ puppet }, edit).then(touch, tell);
  return { owner: "bench", view: { puppet }, frame: 1, slide: attempt, set: attempt };
};

export const hasLook = (part: Part) => part.swaps.length + part.forms.length + part.kneads.length > 0;

/** How a part looks: which of its drawings shows, and how much of each form and knead. */
export function LookFields({ part, giving }: { part: Part; giving: Giving }) {
  if (!hasLook(part)) return null;
  return (
    <>
      <Heading>{words.drawing}</Heading>
      {part.swaps.length > 0 && <SwapStrip part={part} giving={giving} />}
      {[...part.forms, ...part.kneads].map((one) => (
        <Amount key={one.id} thing={one.id} name={one.name} giving={giving} />
      ))}
    </>
  );
}

const useLine = (giving: Giving, thing: string, property: string): ValueLine | undefined =>
  useAnswer({
    kind: "values",
    view: giving.view,
    frame: giving.frame,
    owner: giving.owner,
    thing,
  })?.lines.find((line) => line.address.property === property);

/** The edit that gives a value where it is looked at. */
const given = (giving: Giving, line: ValueLine, value: number, choice: string | null = null) =>
  keyed(giving.view.shot ?? "bench", giving.frame, line, value, choice);

function Amount({ thing, name, giving }: { thing: string; name: string; giving: Giving }) {
  const line = useLine(giving, thing, "amount");
  if (!line) return null;
  return (
    <SliderField
      label={name}
      value={line.value}
      unit="%"
      step={line.step}
      min={Math.min(0, line.min / 2)}
      max={line.max / 2}
      marked={giving.view.shot !== undefined && line.keyedHere}
      onSlide={(value) => giving.slide(given(giving, line, value))}
      onSet={(value) => giving.set(given(giving, line, value))}
    />
  );
}

/** Every drawing that can show in the part's place, as a picture to press. */
function SwapStrip({ part, giving }: { part: Part; giving: Giving }) {
  const line = useLine(giving, part.id, "swap");
  if (!line) return null;
  const drawing = (id: string) => (id === "" ? part.drawing : part.swaps.find((swap) => swap.id === id)?.drawing);
  return (
    <Box
      role="radiogroup"
      aria-label={words.drawingOfPart(part.name)}
      sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", py: 0.5 }}
    >
      {line.choices.map(({ id, title }) => {
        const shows = (line.chosen ?? "") === id;
        const picture = drawing(id);
        return (
          <ButtonBase
            key={id}
            role="radio"
            aria-checked={shows}
            aria-label={title}
            onClick={() => giving.set(given(giving, line, 0, id))}
            sx={{
              flexDirection: "column",
              width: 72,
              fontFamily: "inherit",
              justifyContent: "flex-start",
              p: 0.5,
              border: 2,
              borderColor: shows ? "primary.main" : "divider",
              borderRadius: 1,
              bgcolor: "background.paper",
            }}
          >
            {picture ? <DrawingPicture id={picture} size={36} /> : <Box sx={{ height: 36 }} />}
            <Box
              component="span"
              sx={{ fontSize: 12, lineHeight: 1.2, mt: 0.25, overflowWrap: "anywhere", textAlign: "center" }}
            >
              {title}
            </Box>
          </ButtonBase>
        );
      })}
    </Box>
  );
}
