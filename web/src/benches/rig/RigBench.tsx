import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Puppet } from "../../api/types";
import { engine } from "../../engine/engine";
import { count } from "../../fields/count";
import { Foldable } from "../../fields/Foldable";
import { Hint } from "../../fields/Heading";
import { Stage } from "../../stage/Stage";
import { commit } from "../../state/film";
import { newId, usePuppet } from "../../state/select";
import { type RigTool, set, touch, useStore } from "../../state/store";
import type { Bench } from "../Bench";
import { BringPuppet } from "../BringPuppet";
import { PartList } from "../PartList";
import { PickList } from "../PickList";
import { bar } from "../PlayButton";
import { PuppetMenu } from "../PuppetMenu";
import { controlsOf, pickControl } from "./chosenControls";
import { HeadTurn } from "./HeadTurn";
import { RigCard } from "./RigCard";

const tools: { tool: RigTool; title: string }[] = [
  { tool: "choose", title: "Choose" },
  { tool: "pin", title: "Drop a pin" },
  { tool: "bone", title: "Draw a bone" },
  { tool: "limb", title: "Draw a limb" },
  { tool: "try", title: "Try it (nothing is keyed)" },
];

const captions: Partial<Record<RigTool, string>> = {
  try: "Trying: nothing is keyed, and all goes back to rest",
  limb: "Press on its root, its joint and its end (with Shift: on more joints, Enter ends it)",
};

function AddDial({ puppet, isPad }: { puppet: Puppet; isPad: boolean }) {
  const add = async () => {
    const id = newId("dial");
    const name = `${isPad ? "Pad" : "Dial"} ${puppet.dials.length + 1}`;
    const dial = { id, name, isPad, blend: "Smooth" as const, spread: "Grid" as const, stations: [] };
    await commit({ kind: "putDial", puppetId: puppet.id, dial, says: `Added a ${isPad ? "pad" : "dial"}` });
    set({ chosen: { kind: "dial", thing: id }, also: [] });
  };
  return (
    <Button variant="outlined" onClick={() => void add()}>
      Add a {isPad ? "pad" : "dial"}
    </Button>
  );
}

/** Pins, bones and reaches, and trying them out. */
export function RigBench(): Bench {
  const puppet = usePuppet();
  const tool = useStore((state) => state.tool);
  const chosen = useStore((state) => state.chosen);
  const also = useStore((state) => state.also);
  const choose = (next: RigTool) => {
    set({ tool: next });
    // A dial that was turned stands where it is while the puppet is posed for it.
    if (next !== "try") void engine.stopTrying().then(touch);
  };
  if (!puppet) {
    return {
      list: <Hint>Parts and controls stand here.</Hint>,
      stage: (
        <Stage
          caption=""
          bar={null}
          empty={
            <>
              <Hint>There is no puppet to rig yet. Bring in a layered drawing first.</Hint>
              <BringPuppet variant="contained" />
            </>
          }
        />
      ),
      card: null,
    };
  }
  const controls = controlsOf(puppet);
  return {
    list: (
      <>
        <PuppetMenu />
        <Foldable title="Parts" count={puppet.parts.length}>
          <PartList
            puppet={puppet}
            reorders={false}
            note={(part) => (part.pins.length > 0 ? count(part.pins.length, "pin") : "")}
          />
        </Foldable>
        <Foldable title="Controls" count={controls.length}>
          <PickList
            label="Controls"
            lines={controls}
            chosen={chosen?.thing ?? null}
            also={also}
            onPick={(id, more) => pickControl(controls, id, more)}
          />
          <Box sx={{ display: "flex", gap: 0.5, mt: 0.75 }}>
            <AddDial puppet={puppet} isPad={false} />
            <AddDial puppet={puppet} isPad />
          </Box>
        </Foldable>
        <HeadTurn puppet={puppet} />
        {controls.length === 0 && <Hint>Drop pins on a part to bend it, or draw bones from joint to joint.</Hint>}
      </>
    ),
    stage: (
      <Stage
        caption={captions[tool] ?? `${puppet.name} · rest`}
        bar={tools.map((one) => (
          <Button
            key={one.tool}
            variant="contained"
            color={one.tool === tool ? "primary" : "inherit"}
            sx={one.tool === tool ? undefined : bar}
            aria-pressed={one.tool === tool}
            onClick={() => choose(one.tool)}
          >
            {one.title}
          </Button>
        ))}
        empty={null}
      />
    ),
    card: <RigCard puppet={puppet} />,
  };
}
