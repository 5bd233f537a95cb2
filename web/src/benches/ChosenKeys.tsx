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

/** Properties that go out together by one name. */
const kinds = [
  { name: "place", properties: ["shift", "shiftX", "shiftY", "place", "x", "y", "truck", "boom", "dolly"] },
  { name: "turn", properties: ["turn", "pan", "tilt", "roll"] },
  { name: "size", properties: ["stretchX", "stretchY", "squash", "size", "length"] },
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
    <Box component="section" aria-label="Chosen keys" sx={{ mb: 2 }}>
      <Heading>
        {count === 1 ? "1 key" : `${count} keys`} chosen{first === last ? ` at ${first}` : ` from ${first} to ${last}`}
      </Heading>
      <NumberField
        label="First key at"
        {...frames}
        min={1}
        max={100000}
        value={first}
        edit={(to) => edit({ kind: "shift", by: Math.round(to) - first })}
      />
      {first !== last && (
        <NumberField
          label="First to last"
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
        {first !== last && <CommandButton command="keys-reversed">Reverse</CommandButton>}
        {first !== last && <CommandButton command="keys-evenly">Space evenly</CommandButton>}
        {first !== last && <CommandButton command="keys-exchanged">Exchange poses</CommandButton>}
        <CommandButton command="keys-held">Hold here</CommandButton>
        <CommandButton command="choose-no-keys">Choose none</CommandButton>
      </Box>
      {chosen.length > 1 && (
        <Setting label="Scatter up to" unit="fr." value={most} min={1} max={1000} onSet={setMost}>
          <Button
            onClick={() => {
              setSeed(seed + 1);
              retime({ kind: "scatter", seed, most });
            }}
          >
            Scatter
          </Button>
        </Setting>
      )}
      {chosen.length > 1 && (
        <Setting
          label="Each row later by"
          says="From row to row downwards, so that what hangs on follows what leads; below 0 it goes before"
          unit="fr."
          value={later}
          min={-1000}
          max={1000}
          onSet={setLater}
        >
          <Button onClick={() => retime({ kind: "delay", by: later })}>Delay</Button>
        </Setting>
      )}
      <Setting label="Copies" unit="×" value={copies} min={1} max={1000} onSet={setCopies}>
        <Button onClick={() => repeat(copies, apart)}>Repeat</Button>
      </Setting>
      <Setting
        label="A copy every"
        says="0: each begins where the last one ended"
        unit="fr."
        value={apart}
        min={0}
        max={100000}
        onSet={setApart}
      />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Button color="error" variant="outlined" onClick={() => takeOut()}>
          Take {count === 1 ? "it" : "them"} out
        </Button>
        {kinds
          .filter(
            (kind) =>
              kind.properties.some((one) => properties.has(one)) &&
              [...properties].some((one) => !kind.properties.includes(one)),
          )
          .map((kind) => (
            <Button key={kind.name} color="error" variant="outlined" onClick={() => takeOut(kind.properties)}>
              Only {kind.name}
            </Button>
          ))}
      </Box>
    </Box>
  );
}
