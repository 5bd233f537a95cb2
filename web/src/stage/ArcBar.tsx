import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useState } from "react";
import { bar } from "../benches/PlayButton";
import { useTip } from "../commands/CommandButton";
import { CheckField } from "../fields/CheckField";
import { Hint } from "../fields/Heading";
import { Setting } from "../fields/Setting";
import { type ArcSettings, set, useStore } from "../state/store";
import { words } from "../words/stage";
import { units } from "../words/units";

/** How much of the path of what is chosen is shown. */
export function ArcBar() {
  const arcs = useStore((state) => state.arcs);
  const [at, setAt] = useState<HTMLElement | null>(null);
  const change = (changes: Partial<ArcSettings>) => set({ arcs: { ...arcs, ...changes } });
  return (
    <>
      <Button variant="contained" color="inherit" sx={bar} onClick={(event) => setAt(event.currentTarget)}>
        {words.arc(arcs.on ? words.on : words.off)}
      </Button>
      <Popover open={at !== null} anchorEl={at} onClose={() => setAt(null)}>
        <Box sx={{ p: 1.5, width: 250 }}>
          <CheckField label={useTip("arcs", words.showArc)} value={arcs.on} onChange={(on) => change({ on })} />
          <Setting
            label={words.before}
            unit={units.frames}
            value={arcs.before}
            min={0}
            max={500}
            onSet={(before) => change({ before })}
          />
          <Setting
            label={words.after}
            unit={units.frames}
            value={arcs.after}
            min={0}
            max={500}
            onSet={(after) => change({ after })}
          />
          <Hint>{words.arcHint}</Hint>
        </Box>
      </Popover>
    </>
  );
}
