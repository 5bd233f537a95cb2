import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Drawing, Puppet } from "../../api/types";
import { drawingOf } from "../../engine/drawings";
import { Heading, Hint } from "../../fields/Heading";
import { row } from "../../fields/row";
import { commit } from "../../state/film";
import { newId } from "../../state/select";
import { useStore } from "../../state/store";
import { words } from "../../words/parts";

/** More than these are no palette; the most used come first. */
const Most = 24;

/** A colour of the chosen parts' fills and lines is exchanged for another, in all of them at once. */
export function Recolour({ puppet, ids }: { puppet: Puppet; ids: string[] }) {
  const { inks } = useTheme().palette;
  const [from, setFrom] = useState<string | null>(null);
  const [to, setTo] = useState("#14606b");
  const drawings = useStore((state) => state.film?.drawings) ?? [];
  const wanted = puppet.parts
    .filter((part) => ids.includes(part.id))
    .flatMap((part) => [
      part.drawing,
      ...part.swaps.map((swap) => swap.drawing),
      ...part.forms.map((form) => form.drawing),
    ])
    .filter((id) => typeof id === "string");
  const colours = useQuery({
    queryKey: ["colours", wanted],
    queryFn: async () =>
      coloursOf(
        await Promise.all(
          wanted.map((id) =>
            drawingOf(
              id,
              drawings.findIndex((one) => one.id === id),
            ),
          ),
        ),
      ),
  }).data;
  if (!colours || colours.length === 0) return null;
  const chosen = from !== null && colours.includes(from) ? from : null;
  return (
    <>
      <Heading>{words.recolour}</Heading>
      <Box
        role="group"
        aria-label={words.colourToReplace}
        sx={{ display: "flex", flexWrap: "wrap", gap: 0.5, py: 0.5 }}
      >
        {colours.map((colour) => (
          <ButtonBase
            key={colour}
            aria-label={colour}
            title={colour}
            aria-pressed={colour === chosen}
            onClick={() => setFrom(colour)}
            sx={{
              width: 24,
              height: 24,
              borderRadius: 1,
              bgcolor: colour,
              border: `1px solid ${inks.line}`,
              outline: colour === chosen ? `2px solid ${inks.ink}` : "none",
              outlineOffset: 1,
            }}
          />
        ))}
      </Box>
      <Box component="label" sx={{ ...row, gap: 1 }}>
        <span style={{ flex: 1 }}>{words.newColour}</span>
        <Box
          component="input"
          type="color"
          value={to}
          onChange={(event: React.ChangeEvent<HTMLInputElement>) => setTo(event.target.value)}
          sx={{ width: 44, height: 26, p: 0, border: 0, bgcolor: "transparent", cursor: "pointer" }}
        />
      </Box>
      <Button
        variant="outlined"
        sx={{ mt: 0.5 }}
        disabled={chosen === null}
        onClick={() =>
          chosen &&
          // As clear as it was.
          void commit({
            kind: "recolour",
            puppetId: puppet.id,
            partIds: ids,
            from: chosen,
            to: to + chosen.slice(7),
            suffix: newId("hue"),
          })
        }
      >
        {words.recolour}
      </Button>
      <Hint>{words.recolourHint}</Hint>
    </>
  );
}

/** The colours of fills, lines and gradients, the most used first. */
function coloursOf(drawings: Drawing[]): string[] {
  const uses = new Map<string, number>();
  for (const shape of drawings.flatMap((drawing) => drawing.shapes)) {
    for (const paint of [shape.fill, shape.stroke?.paint]) {
      if (!paint) continue;
      for (const colour of paint.gradient ? paint.gradient.stops.map((stop) => stop.colour) : [paint.colour])
        uses.set(colour, (uses.get(colour) ?? 0) + 1);
    }
  }
  return [...uses]
    .sort((a, b) => b[1] - a[1])
    .slice(0, Most)
    .map(([colour]) => colour);
}
