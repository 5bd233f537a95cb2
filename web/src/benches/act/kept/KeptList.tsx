import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import { useTheme } from "@mui/material/styles";
import type { Kept, Puppet } from "../../../api/types";
import { CommandButton } from "../../../commands/CommandButton";
import { Foldable } from "../../../fields/Foldable";
import { set, useStore } from "../../../state/store";
import { counts } from "../../../words/count";
import { words } from "../../../words/library";
import { lineLook } from "../../LineFace";
import { KeptPicture } from "./KeptPicture";

/** Poses and actions that the film keeps, as the puppet that is acted would do them. */
export function KeptList({ puppet }: { puppet: Puppet | null }) {
  const kept = useStore((state) => state.film?.kept) ?? [];
  const chosen = useStore((state) => (state.chosen?.kind === "kept" ? state.chosen.thing : null));
  // The first is kept from the puppet's card.
  if (kept.length === 0) return null;
  return (
    <>
      <Foldable title={words.posesAndActions} count={kept.length}>
        <Box component="ul" aria-label={words.posesAndActions} sx={{ listStyle: "none", m: 0, p: 0 }}>
          {kept.map((one) => (
            <Line key={one.id} kept={one} puppet={puppet} chosen={one.id === chosen} />
          ))}
        </Box>
      </Foldable>
      {puppet && (
        <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 0.5 }}>
          <CommandButton command="keep-pose" size="small">
            {words.savePose}
          </CommandButton>
          <CommandButton command="keep-action" size="small">
            {words.saveAction}
          </CommandButton>
        </Box>
      )}
    </>
  );
}

function Line({ kept, puppet, chosen }: { kept: Kept; puppet: Puppet | null; chosen: boolean }) {
  const { inks } = useTheme().palette;
  return (
    <li>
      <ButtonBase
        aria-pressed={chosen}
        onClick={() => set({ chosen: { kind: "kept", thing: kept.id }, also: [] })}
        sx={{ width: "100%", ...lineLook(inks, chosen, 0, false), gap: 1, py: 0.25 }}
      >
        <KeptPicture kept={kept} puppet={puppet} size={34} />
        <Box
          component="span"
          sx={{
            flex: 1,
            minWidth: 0,
            textAlign: "left",
            overflow: "hidden",
            textOverflow: "ellipsis",
            whiteSpace: "nowrap",
          }}
        >
          {kept.name}
        </Box>
        <Box component="span" sx={{ fontSize: 12, opacity: 0.8 }}>
          {kept.kind === "Action" ? counts.frames(kept.length) : kept.kind.toLowerCase()}
        </Box>
      </ButtonBase>
    </li>
  );
}
