import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Kept, Mirror, Puppet } from "../../../api/types";
import { CommandButton } from "../../../commands/CommandButton";
import { removeChosen } from "../../../commands/choosing";
import { CheckField } from "../../../fields/CheckField";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Heading, Hint } from "../../../fields/Heading";
import { Setting } from "../../../fields/Setting";
import { TextField } from "../../../fields/TextField";
import { commit } from "../../../state/film";
import { get, set, useStore } from "../../../state/store";
import { useStillFrame } from "../../../state/useStillFrame";
import { counts } from "../../../words/count";
import { words } from "../../../words/library";
import { FitLines } from "./FitLines";
import { PutOnShelf } from "./KeptElsewhere";
import { KeptPicture } from "./KeptPicture";
import { mirrors } from "./mirrors";
import { TakesPart } from "./TakesPart";

/** What is kept: how it is used, and what of it fits the puppet that is acted. */
export function KeptCard({ kept, puppet }: { kept: Kept; puppet: Puppet | null }) {
  const using = useStore((state) => state.using);
  const frame = useStillFrame();
  const change = (changes: Partial<typeof using>) => set({ using: { ...get().using, ...changes } });
  const isPose = kept.kind !== "Action";
  return (
    <>
      <Heading>
        {isPose ? words.savedKind(kept.kind.toLowerCase()) : words.actionOf(counts.frames(kept.length))}
      </Heading>
      <Box sx={{ display: "flex", justifyContent: "center", my: 1 }}>
        <KeptPicture kept={kept} puppet={puppet} size={120} />
      </Box>
      <TextField
        label={words.name}
        value={kept.name}
        onWrite={(name) => void commit({ kind: "renameKept", keptId: kept.id, name })}
      />
      <Setting
        label={words.strength}
        says={words.strengthTip}
        unit="%"
        value={using.strength}
        min={0}
        max={150}
        onSet={(strength) => change({ strength })}
      />
      <ChoiceField
        label={words.mirror}
        value={using.mirror ?? ""}
        choices={mirrors}
        onChoose={(mirror) => change({ mirror: mirror === "" ? null : (mirror as Mirror) })}
      />
      <CheckField label={words.addToWhatIsThere} value={using.onTop} onChange={(onTop) => change({ onTop })} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <CommandButton command="put-on" variant={isPose ? "contained" : "outlined"}>
          {words.at(isPose ? words.apply : words.applyFirstPose, frame)}
        </CommandButton>
        <CommandButton
          command="place-kept"
          variant={isPose ? "outlined" : "contained"}
          says={isPose ? words.placePoseTip : words.placeActionTip}
        >
          {words.placeAt(frame)}
        </CommandButton>
      </Box>
      <TakesPart
        kept={kept}
        without={using.without.filter((id) => kept.controls.some(({ thing }) => thing === id))}
        onChange={(without) => change({ without })}
      />
      {puppet && <FitLines kept={kept} puppet={puppet} />}
      <PutOnShelf kept={kept} />
      <Hint>{words.deleteHint}</Hint>
      <Button color="error" variant="outlined" sx={{ mt: 1 }} onClick={removeChosen}>
        {words.deleteIt}
      </Button>
    </>
  );
}
