import type { Puppet } from "../../api/types";
import { Hint } from "../../fields/Heading";
import { useStore } from "../../state/store";
import { words } from "../../words/rig";
import { ExportLayers } from "../ExportLayers";
import { LookFields, trying } from "../LookFields";
import { RemovePuppet, ShelfCard } from "../Shelf";
import { BoneCard } from "./BoneCard";
import { DialCard } from "./DialCard";
import { MeshCard } from "./MeshCard";
import { PinCard } from "./PinCard";
import { ReachCard } from "./ReachCard";
import { SidesByShape } from "./SidesByShape";
import { BodyShare, WeightFields } from "./WeightFields";

/** Details of the chosen part's mesh, pin, bone, reach or dial. */
export function RigCard({ puppet }: { puppet: Puppet }) {
  const chosen = useStore((state) => state.chosen);
  const filmId = useStore((state) => state.filmId);
  const tool = useStore((state) => state.tool);
  const part = puppet.parts.find((one) => one.id === chosen?.thing);
  const bone = puppet.bones.find((one) => one.id === chosen?.thing);
  const reach = puppet.reaches.find((one) => one.id === chosen?.thing);
  const dial = puppet.dials.find((one) => one.id === chosen?.thing);
  const pinned = puppet.parts.find((one) => one.pins.some((pin) => pin.id === chosen?.thing));
  const pin = pinned?.pins.find((one) => one.id === chosen?.thing);
  if (part)
    return (
      <>
        {tool === "try" && <LookFields part={part} giving={trying(puppet.id)} />}
        <MeshCard puppet={puppet} part={part} />
        <WeightFields puppet={puppet} part={part} />
      </>
    );
  if (pinned && pin) return <PinCard puppet={puppet} part={pinned} pin={pin} />;
  if (bone) return <BoneCard puppet={puppet} bone={bone} />;
  if (reach) return <ReachCard puppet={puppet} reach={reach} />;
  if (dial) return <DialCard puppet={puppet} dial={dial} />;
  return (
    <>
      <Hint>{words.rigHint}</Hint>
      <BodyShare puppet={puppet} />
      <SidesByShape puppet={puppet} />
      <ExportLayers title={words.atRestLayered} path={`${filmId}/puppets/${puppet.id}/rest`} />
      <ShelfCard puppet={puppet} />
      <RemovePuppet puppet={puppet} />
    </>
  );
}
