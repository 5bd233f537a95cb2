import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Checkbox from "@mui/material/Checkbox";
import { useState } from "react";
import type { Drawing, Puppet } from "../../api/types";
import { Hint } from "../../fields/Heading";
import { entry, row } from "../../fields/row";
import { wish } from "../../state/film";
import { nameOf, newId } from "../../state/select";
import { set, useStore } from "../../state/store";
import { words } from "../../words/rig";

/**
 * How far in front of the head's middle a feature lies as a rule, % of its radius: on a ball as large as the head, in front of
 * it or behind as it is painted. An ear, which stands at the edge, lies in the middle.
 */
function usualDepth(drawings: Drawing[] | undefined, puppet: Puppet, head: string, feature: string): number {
  const place = (id: string) => puppet.parts.findIndex((part) => part.id === id);
  const box = (id: string) => drawings?.find((one) => one.id === puppet.parts[place(id)]?.drawing)?.bounds;
  const [ball, own] = [box(head), box(feature)];
  if (!ball || !own) return 80;
  const x = (own.x + own.width / 2 - ball.x - ball.width / 2) / (ball.width / 2);
  const y = (own.y + own.height / 2 - ball.y - ball.height / 2) / (ball.height / 2);
  const depth = Math.min(90, 100 * Math.sqrt(Math.max(0, 1 - x * x - y * y)));
  return 5 * Math.round((place(feature) < place(head) ? -depth : depth) / 5);
}

/** With several parts chosen: the first is the head, the others its features at a depth each. */
export function HeadTurn({ puppet }: { puppet: Puppet }) {
  const chosen = useStore((state) => state.chosen);
  const also = useStore((state) => state.also);
  const [depths, setDepths] = useState<Record<string, number>>({});
  const [inside, setInside] = useState<Record<string, boolean>>({});
  const drawings = useStore((state) => state.film?.drawings);
  if (chosen?.kind !== "part" || also.length === 0) return null;
  const features = also.filter((id) => id !== chosen.thing);
  const depthOf = (id: string) => depths[id] ?? usualDepth(drawings, puppet, chosen.thing, id);
  const make = async () => {
    const id = newId("dial");
    await wish({
      kind: "makeHeadTurn",
      puppet: puppet.id,
      head: chosen.thing,
      features: features.map((part) => ({ part, depth: depthOf(part) / 100, inside: inside[part] ?? false })),
      newId: id,
      yawDegrees: 35,
      pitchDegrees: 25,
    });
    set({ chosen: { kind: "dial", thing: id }, also: [] });
  };
  return (
    <>
      <Hint>{words.headTurnHint(nameOf(puppet, chosen.thing))}</Hint>
      {features.map((id) => (
        <Box key={id} component="label" sx={{ ...row, gap: 1 }}>
          <span style={{ flex: 1 }}>{nameOf(puppet, id)}</span>
          <Box
            component="input"
            type="number"
            min={-100}
            max={100}
            step={5}
            value={depthOf(id)}
            onChange={(event: React.ChangeEvent<HTMLInputElement>) =>
              setDepths({ ...depths, [id]: Number(event.target.value) })
            }
            sx={{ width: 60, textAlign: "right", ...entry }}
          />
          <span>%</span>
          <Checkbox
            size="small"
            sx={{ p: 0 }}
            checked={inside[id] ?? false}
            onChange={(_, on) => setInside({ ...inside, [id]: on })}
            slotProps={{
              input: { "aria-label": words.showOnlyOn(nameOf(puppet, id), nameOf(puppet, chosen.thing)) },
            }}
          />
        </Box>
      ))}
      <Hint>{words.tickedHint(nameOf(puppet, chosen.thing))}</Hint>
      <Button variant="contained" sx={{ mt: 0.5 }} onClick={() => void make()}>
        {words.makeHeadTurn}
      </Button>
    </>
  );
}
