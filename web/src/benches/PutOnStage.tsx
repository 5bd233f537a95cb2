import Button from "@mui/material/Button";
import { wish } from "../state/film";
import { castsOf, newId, puppetIdOf, useShot } from "../state/select";
import { set, useStore } from "../state/store";
import { words } from "../words/scenery";

/** Buttons for the puppets that are not on this shot's stage. */
export function PutOnStage() {
  const shot = useShot();
  const puppets = useStore((state) => state.film?.puppets ?? null);
  const missing = puppets?.filter((puppet) => !castsOf(shot).some((thing) => puppetIdOf(thing) === puppet.id)) ?? [];
  if (!shot) return null;
  return missing.map((puppet) => (
    <Button
      key={puppet.id}
      variant="outlined"
      sx={{ mt: 0.5 }}
      onClick={async () => {
        const id = newId("cast");
        await wish({ kind: "putOnStage", shot: shot.id, puppet: puppet.id, newId: id });
        set({ castId: id });
      }}
    >
      {words.placePuppetOnStage(puppet.name)}
    </Button>
  ));
}
