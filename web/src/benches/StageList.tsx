import { useTheme } from "@mui/material/styles";
import { Heading } from "../fields/Heading";
import { labelInk } from "../fields/labels";
import { useShot } from "../state/select";
import { set, useStore } from "../state/store";
import { PickList } from "./PickList";

/** Everything on the stage, near to far. */
export function StageList() {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const chosen = useStore((state) => state.chosen);
  if (!shot) return null;
  const things = [
    ...shot.flats.map((flat) => ({
      id: flat.id,
      name: flat.name,
      metres: flat.distance,
      ink: labelInk(inks, flat.label),
      faint: flat.hidden,
      kind: "flat" as const,
    })),
    ...shot.cast.map((member) => ({
      id: member.id,
      name: member.name,
      metres: member.distance,
      ink: inks.brass,
      faint: member.hidden,
      kind: "cast" as const,
    })),
  ].sort((a, b) => a.metres - b.metres);
  return (
    <>
      <Heading>On the stage, near to far</Heading>
      <PickList
        label="On the stage, near to far"
        lines={things.map((thing) => ({ ...thing, note: `${thing.metres} m` }))}
        chosen={chosen?.thing ?? null}
        onPick={(id) => set({ chosen: { kind: things.find((thing) => thing.id === id)?.kind ?? "flat", thing: id } })}
      />
    </>
  );
}
