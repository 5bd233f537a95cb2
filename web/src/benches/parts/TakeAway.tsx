import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Puppet } from "../../api/types";
import { commit } from "../../state/film";
import { set } from "../../state/store";
import { counts } from "../../words/count";
import { words } from "../../words/parts";
import { ridersOf } from "../rig/carriers";
import { takeAwayParts } from "./takeAwayParts";

/** Parts leave the puppet: what rides on them goes on with what they rode on, or goes with them. */
export function TakeAway({ puppet, ids }: { puppet: Puppet; ids: string[] }) {
  const carried = new Set(ids.flatMap((id) => [...ridersOf(puppet, id)]));
  const riders = puppet.parts.map(({ id }) => id).filter((id) => carried.has(id) && !ids.includes(id));
  const away = (parts: string[]) => {
    set({ chosen: null, also: [] });
    void commit(takeAwayParts(puppet, parts));
  };
  return (
    <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
      <Button variant="outlined" color="error" onClick={() => away(ids)}>
        {riders.length > 0 ? words.deleteAndDetach : words.deleteIt}
      </Button>
      {riders.length > 0 && (
        <Button variant="outlined" color="error" onClick={() => away([...ids, ...riders])}>
          {words.deleteWith(counts.attachedParts(riders.length))}
        </Button>
      )}
    </Box>
  );
}
