import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Popover from "@mui/material/Popover";
import { useState } from "react";
import { bar } from "../benches/PlayButton";
import { useTip } from "../commands/CommandButton";
import { CheckField } from "../fields/CheckField";
import { ChoiceField } from "../fields/ChoiceField";
import { labels } from "../fields/labels";
import { Setting } from "../fields/Setting";
import { type GhostSettings, set, useStore } from "../state/store";
import { words } from "../words/stage";
import { units } from "../words/units";

/** Which ghosts stand round the pose. */
export function GhostBar() {
  const ghosts = useStore((state) => state.ghosts);
  const [at, setAt] = useState<HTMLElement | null>(null);
  const change = (changes: Partial<GhostSettings>) => set({ ghosts: { ...ghosts, ...changes } });
  return (
    <>
      <Button variant="contained" color="inherit" sx={bar} onClick={(event) => setAt(event.currentTarget)}>
        {words.ghosts(ghosts.on ? `${ghosts.before} + ${ghosts.after}` : words.off)}
      </Button>
      <Popover open={at !== null} anchorEl={at} onClose={() => setAt(null)}>
        <Box sx={{ p: 1.5, width: 250 }}>
          <CheckField label={useTip("ghosts", words.showGhosts)} value={ghosts.on} onChange={(on) => change({ on })} />
          <ChoiceField
            label={words.of}
            value={ghosts.by}
            choices={[
              { value: "frames", title: words.frames },
              { value: "poses", title: words.poses },
            ]}
            onChoose={(by) => change({ by: by as GhostSettings["by"] })}
          />
          <Setting
            label={words.before}
            unit="×"
            value={ghosts.before}
            min={0}
            max={8}
            onSet={(before) => change({ before })}
          />
          <Setting
            label={words.after}
            unit="×"
            value={ghosts.after}
            min={0}
            max={8}
            onSet={(after) => change({ after })}
          />
          {ghosts.by === "frames" && (
            <Setting
              label={words.oneEvery}
              unit={units.frames}
              value={ghosts.every}
              min={1}
              max={48}
              onSet={(every) => change({ every })}
            />
          )}
          <ChoiceField
            label={words.drawnAs}
            value={ghosts.as}
            choices={[
              { value: "pictures", title: words.pictures },
              { value: "outlines", title: words.outlines },
            ]}
            onChoose={(as) => change({ as: as as GhostSettings["as"] })}
          />
          <Setting
            label={words.strength}
            unit="%"
            value={ghosts.strength}
            min={5}
            max={100}
            onSet={(strength) => change({ strength })}
          />
          {(["inkBefore", "inkAfter"] as const).map((side) => (
            <ChoiceField
              key={side}
              label={side === "inkBefore" ? words.beforeColour : words.afterColour}
              value={ghosts[side]}
              choices={labels.map((label) => ({ value: label, title: label.toLowerCase() }))}
              onChoose={(label) => change({ [side]: label })}
            />
          ))}
          <CheckField label={words.ofAllPuppets} value={ghosts.all} onChange={(all) => change({ all })} />
        </Box>
      </Popover>
    </>
  );
}
