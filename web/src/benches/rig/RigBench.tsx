import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Puppet } from "../../api/types";
import { engine } from "../../engine/engine";
import { Foldable } from "../../fields/Foldable";
import { Hint } from "../../fields/Heading";
import { Stage } from "../../stage/Stage";
import { commit } from "../../state/film";
import { newId, usePuppet } from "../../state/select";
import { type RigTool, set, touch, useStore } from "../../state/store";
import { counts } from "../../words/count";
import { words } from "../../words/rig";
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
  { tool: "choose", title: words.select },
  { tool: "pin", title: words.dropPin },
  { tool: "bone", title: words.drawBone },
  { tool: "limb", title: words.drawLimb },
  { tool: "try", title: words.tryItNoKeys },
];

const captions: Partial<Record<RigTool, string>> = {
  try: words.tryingHint,
  limb: words.drawLimbHint,
};

function AddDial({ puppet, isPad }: { puppet: Puppet; isPad: boolean }) {
  const add = async () => {
    const id = newId("dial");
    const name = words.numbered(isPad ? words.pad : words.dial, puppet.dials.length + 1);
    const dial = { id, name, isPad, blend: "Smooth" as const, spread: "Grid" as const, stations: [] };
    await commit({
      kind: "putDial",
      puppetId: puppet.id,
      dial,
      says: words.addDial(isPad ? words.padWord : words.dialWord),
    });
    set({ chosen: { kind: "dial", thing: id }, also: [] });
  };
  return (
    <Button variant="outlined" onClick={() => void add()}>
      {words.addDial(isPad ? words.padWord : words.dialWord)}
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
      list: <Hint>{words.listEmpty}</Hint>,
      stage: (
        <Stage
          caption=""
          bar={null}
          empty={
            <>
              <Hint>{words.noPuppet}</Hint>
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
        <Foldable title={words.parts} count={puppet.parts.length}>
          <PartList
            puppet={puppet}
            reorders={false}
            note={(part) => (part.pins.length > 0 ? counts.pins(part.pins.length) : "")}
          />
        </Foldable>
        <Foldable title={words.controls} count={controls.length}>
          <PickList
            label={words.controls}
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
        {controls.length === 0 && <Hint>{words.controlsEmpty}</Hint>}
      </>
    ),
    stage: (
      <Stage
        caption={captions[tool] ?? words.atRest(puppet.name)}
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
