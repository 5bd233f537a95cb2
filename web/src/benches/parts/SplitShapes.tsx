import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { useState } from "react";
import type { Drawing, Part, Puppet } from "../../api/types";
import { Picture, ShapeThumb, useDrawing } from "../../fields/DrawingPicture";
import { Hint } from "../../fields/Heading";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { newId } from "../../state/select";
import { set } from "../../state/store";
import { counts } from "../../words/count";
import { words } from "../../words/parts";

/** More would be a picture and not a drawing of shapes. */
const MostShapes = 400;

/** A mouth that was drawn on the head becomes a part: shapes are picked by their pictures, those behind first. */
export function SplitShapes({ puppet, part }: { puppet: Puppet; part: Part }) {
  const [open, setOpen] = useState(false);
  const drawing = useDrawing(open ? (part.drawing ?? null) : null);
  if (!part.drawing || part.limb) return null;
  if (!open)
    return (
      <Button variant="outlined" sx={{ mt: 1 }} onClick={() => setOpen(true)}>
        {words.makePartFromShapes}
      </Button>
    );
  if (!drawing) return null;
  const leave = () => setOpen(false);
  if (drawing.shapes.length < 2 || drawing.shapes.length > MostShapes)
    return <Hint>{words.tooManyShapes(counts.shapes(drawing.shapes.length))}</Hint>;
  return <Picking puppet={puppet} part={part} drawing={drawing} leave={leave} />;
}

function Picking({
  puppet,
  part,
  drawing,
  leave,
}: {
  puppet: Puppet;
  part: Part;
  drawing: Drawing;
  leave: () => void;
}) {
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const [last, setLast] = useState(0);
  const [name, setName] = useState(words.pieceOf(part.name));
  const pick = (i: number, range: boolean) => {
    const next = new Set(picked);
    if (range) for (let k = Math.min(last, i); k <= Math.max(last, i); k++) next.add(k);
    else if (!next.delete(i)) next.add(i);
    setPicked(next);
    setLast(i);
  };
  const make = () => {
    const id = newId("part");
    const shapes = [...picked].sort((a, b) => a - b);
    set({ chosen: { kind: "part", thing: id }, also: [] });
    void commit({ kind: "splitPart", puppetId: puppet.id, partId: part.id, shapes, newId: id, name });
  };
  return (
    <Box role="region" aria-label={words.makePartFromShapes} sx={{ mt: 1 }}>
      <Hint>{words.shapesHint}</Hint>
      <Box sx={{ textAlign: "center", bgcolor: "divider", borderRadius: 1, mb: 0.5 }}>
        <Picture drawing={drawing} size={150} strong={picked} />
      </Box>
      <Box
        role="group"
        aria-label={words.shapesOf(part.name)}
        sx={{ display: "flex", flexWrap: "wrap", gap: 0.25, maxHeight: 150, overflow: "auto" }}
      >
        {drawing.shapes.map((shape, i) => (
          <ButtonBase
            // Shapes have no names; a drawing never changes.
            // biome-ignore lint/suspicious/noArrayIndexKey: see above
            key={i}
            aria-label={words.shapeNumber(i + 1)}
            aria-pressed={picked.has(i)}
            onClick={(event) => pick(i, event.shiftKey)}
            sx={{
              p: 0.25,
              border: 2,
              borderRadius: 1,
              borderColor: picked.has(i) ? "primary.main" : "divider",
              bgcolor: "background.default",
            }}
          >
            <ShapeThumb shape={shape} size={28} />
          </ButtonBase>
        ))}
      </Box>
      <TextField label={words.name} value={name} onWrite={setName} />
      <Box sx={{ display: "flex", gap: 0.5, mt: 0.5 }}>
        <Button
          variant="contained"
          disabled={picked.size === 0 || picked.size === drawing.shapes.length}
          onClick={make}
        >
          {words.makePartOf(picked.size)}
        </Button>
        <Button variant="outlined" onClick={leave}>
          {words.cancel}
        </Button>
      </Box>
    </Box>
  );
}
