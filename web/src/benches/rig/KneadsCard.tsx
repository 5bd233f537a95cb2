import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Edit, Knead, KneadBrush, Part, Puppet } from "../../api/types";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { newId } from "../../state/select";
import { set, useStore } from "../../state/store";
import { words } from "../../words/rig";
import { BrushFields } from "./BrushFields";

const brushes: { brush: KneadBrush; title: string }[] = [
  { brush: "Push", title: words.push },
  { brush: "Smooth", title: words.smooth },
  { brush: "Unknead", title: words.restore },
];

/** Pushes given to the mesh by hand; how much of each shows can be keyed and dialled. */
export function KneadsCard({ puppet, part }: { puppet: Puppet; part: Part }) {
  const tool = useStore((state) => state.tool);
  const brush = useStore((state) => state.brush);
  const put = (knead: Knead): Edit => ({ kind: "putOnPart", puppetId: puppet.id, partId: part.id, knead });
  const work = (knead: string, kind: KneadBrush) => set({ tool: "knead", brush: { ...brush, works: knead, kind } });
  return (
    <>
      <Heading>{words.kneads}</Heading>
      {part.kneads.map((knead) => (
        <Box key={knead.id}>
          <TextField label={words.name} value={knead.name} onWrite={(name) => void commit(put({ ...knead, name }))} />
          <NumberField
            label={words.shownAtRest}
            unit="%"
            decimals={0}
            step={5}
            min={-200}
            max={300}
            value={knead.atRest}
            edit={(atRest) => put({ ...knead, atRest })}
          />
          <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", my: 0.5 }}>
            {brushes.map((one) => {
              const on = tool === "knead" && brush.works === knead.id && brush.kind === one.brush;
              return (
                <Button
                  key={one.brush}
                  variant={on ? "contained" : "outlined"}
                  aria-pressed={on}
                  onClick={() => work(knead.id, one.brush)}
                >
                  {one.title}
                </Button>
              );
            })}
            <Button
              onClick={() =>
                void commit({ kind: "takeOffPart", puppetId: puppet.id, partId: part.id, thingId: knead.id })
              }
            >
              {words.deleteIt}
            </Button>
          </Box>
        </Box>
      ))}
      <Button
        variant={tool === "knead" && !part.kneads.some((one) => one.id === brush.works) ? "contained" : "outlined"}
        sx={{ mt: 1, mr: 0.5 }}
        onClick={() => work(newId("knead"), words.push)}
      >
        {words.newKnead}
      </Button>
      {tool === "knead" && (
        <>
          <Hint>{words.kneadHint}</Hint>
          <BrushFields />
        </>
      )}
    </>
  );
}
