import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useState } from "react";
import type { Edit, Retiming } from "../api/types";
import { repeat, retime, takeOut } from "../commands/beads";
import { CommandButton } from "../commands/CommandButton";
import { Heading } from "../fields/Heading";
import { NumberField } from "../fields/NumberField";
import { Setting } from "../fields/Setting";
import { useStore } from "../state/store";
import { beadsOf, choiceHere, countOf, spanOf } from "../strip/beads";
import { counts } from "../words/count";
import { words } from "../words/places";
import { units } from "../words/units";

/** Properties that go out together by one name. */
const kinds = [
  { name: words.position, properties: ["shift", "shiftX", "shiftY", "place", "x", "y", "truck", "boom", "dolly"] },
  { name: words.rotation, properties: ["turn", "pan", "tilt", "roll"] },
  { name: words.scale, properties: ["stretchX", "stretchY", "squash", "size", "length"] },
];

const frames = { unit: "fr.", decimals: 0, step: 1 };

/** The keys that are chosen on the strip: where they stand in time, and what can be done with all of them. */
export function ChosenKeys() {
  const choice = useStore(choiceHere);
  const [most, setMost] = useState(3);
  const [later, setLater] = useState(2);
  const [seed, setSeed] = useState(1);
  const [copies, setCopies] = useState(3);
  const [apart, setApart] = useState(0);
  if (choice === null) return null;
  const { first, last } = spanOf(choice);
  const count = countOf(choice);
  const chosen = beadsOf(choice);
  const properties = new Set(chosen.flatMap((row) => row.addresses.map((address) => address.property)));
  const edit = (to: Retiming): Edit => ({ kind: "retimeKeys", shotId: choice.shot, chosen, to });
  return (
    <Box component="section" aria-label={words.selectedKeys} sx={{ mb: 2 }}>
      <Heading>
        {words.keysSelected(counts.keys(count), first === last ? words.atFrame(first) : words.fromTo(first, last))}
      </Heading>
      <NumberField
        label={words.firstKeyAt}
        {...frames}
        min={1}
        max={100000}
        value={first}
        edit={(to) => edit({ kind: "shift", by: Math.round(to) - first })}
      />
      {first !== last && (
        <NumberField
          label={words.firstToLast}
          {...frames}
          min={1}
          max={100000}
          value={last - first}
          edit={(span) =>
            edit({ kind: "stretch", about: first, times: Math.min(100, Math.round(span) / (last - first)) })
          }
        />
      )}
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        {first !== last && <CommandButton command="keys-reversed">{words.reverse}</CommandButton>}
        {first !== last && <CommandButton command="keys-evenly">{words.spaceEvenly}</CommandButton>}
        {first !== last && <CommandButton command="keys-exchanged">{words.swapPoses}</CommandButton>}
        <CommandButton command="keys-held">{words.holdHere}</CommandButton>
        <CommandButton command="choose-no-keys">{words.selectNone}</CommandButton>
      </Box>
      {chosen.length > 1 && (
        <Setting label={words.scatterByUpTo} unit={units.frames} value={most} min={1} max={1000} onSet={setMost}>
          <Button
            onClick={() => {
              setSeed(seed + 1);
              retime({ kind: "scatter", seed, most });
            }}
          >
            {words.scatter}
          </Button>
        </Setting>
      )}
      {chosen.length > 1 && (
        <Setting
          label={words.delayPerRow}
          says={words.delayTip}
          unit={units.frames}
          value={later}
          min={-1000}
          max={1000}
          onSet={setLater}
        >
          <Button onClick={() => retime({ kind: "delay", by: later })}>{words.delay}</Button>
        </Setting>
      )}
      <Setting label={words.copies} unit="×" value={copies} min={1} max={1000} onSet={setCopies}>
        <Button onClick={() => repeat(copies, apart)}>{words.repeat}</Button>
      </Setting>
      <Setting
        label={words.copyEvery}
        says={words.copyEveryTip}
        unit={units.frames}
        value={apart}
        min={0}
        max={100000}
        onSet={setApart}
      />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Button color="error" variant="outlined" onClick={() => takeOut()}>
          {words.deleteThem(count === 1 ? words.it : words.them)}
        </Button>
        {kinds
          .filter(
            (kind) =>
              kind.properties.some((one) => properties.has(one)) &&
              [...properties].some((one) => !kind.properties.includes(one)),
          )
          .map((kind) => (
            <Button key={kind.name} color="error" variant="outlined" onClick={() => takeOut(kind.properties)}>
              {words.onlyKind(kind.name)}
            </Button>
          ))}
      </Box>
    </Box>
  );
}
