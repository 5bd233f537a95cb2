import { useTheme } from "@mui/material/styles";
import type { Kept, Puppet } from "../../api/types";
import { Foldable } from "../../fields/Foldable";
import { Heading } from "../../fields/Heading";
import { labelInk } from "../../fields/labels";
import { choose } from "../../state/choose";
import { castsOf, useShot } from "../../state/select";
import { type Chosen, set, useStore } from "../../state/store";
import type { Inks } from "../../theme";
import { inPaintingOrder, underCarriers, useListOrder } from "../listOrder";
import { type PickLine, PickList } from "../PickList";
import { PutOnStage } from "../PutOnStage";
import { obeyed } from "../rig/chains";
import { BringReference } from "./BringReference";
import { KeptElsewhere } from "./kept/KeptElsewhere";
import { KeptList } from "./kept/KeptList";
import { SoundList } from "./sound/SoundList";

interface Control extends PickLine {
  kind: Chosen["kind"];
}

/** What a puppet is acted by, under headings that fold away: controls first, then its parts, then what sits on them. */
function controlsOf(
  puppet: Puppet,
  faces: Kept[],
  inks: Inks,
  byCarriers: boolean,
): { title: string; lines: Control[] }[] {
  const pins = puppet.parts.flatMap((part) => part.pins);
  const looks = puppet.parts.flatMap((part) => [
    ...part.kneads.map((one) => ({ ...one, note: "knead", kind: "knead" as const })),
    ...part.forms.map((one) => ({ ...one, note: "form", kind: "form" as const })),
  ]);
  return [
    {
      title: "Controls",
      lines: [
        { id: "body", name: "Whole body", kind: "body", ink: inks.brass },
        { id: "stand", name: "Where it stands", kind: "stand", ink: inks.brass },
        ...puppet.dials.map(({ id, name, isPad }) => {
          return { id, name, note: isPad ? "pad" : "dial", kind: "dial" as const, ink: inks.plum };
        }),
        ...puppet.reaches.map(({ id, name }) => {
          return { id, name, note: "reach", kind: "reach" as const, ink: inks.petrol };
        }),
        ...puppet.bones
          .filter((bone) => !obeyed(puppet, bone.id))
          .map(({ id, name }) => ({ id, name, note: "bone", kind: "bone" as const, ink: inks.brass })),
      ],
    },
    {
      title: "Expressions",
      lines: faces.map(({ id, name }) => ({ id, name, note: "amount", kind: "expression" as const, ink: inks.plum })),
    },
    {
      title: "Parts",
      lines: (byCarriers ? underCarriers(puppet) : inPaintingOrder(puppet)).map(({ part, depth }) => ({
        id: part.id,
        name: part.name,
        kind: "part" as const,
        ink: labelInk(inks, part.label),
        faint: part.hidden,
        depth,
      })),
    },
    {
      title: "Pins",
      lines: pins.map(({ id, name }) => ({ id, name, note: "pin", kind: "pin" as const, ink: inks.petrol })),
    },
    {
      title: "Forms and kneads",
      lines: looks.map(({ id, name, note, kind }) => ({ id, name, note, kind, ink: inks.leaf })),
    },
  ];
}

/** The puppets on the shot, and all that the chosen one is acted by. */
export function ActList({ puppet }: { puppet: Puppet | null }) {
  const { inks } = useTheme().palette;
  const shot = useShot();
  const faces = useStore((state) => state.film?.kept)?.filter(({ kind }) => kind === "Expression") ?? [];
  const castId = useStore((state) => state.castId);
  const chosen = useStore((state) => state.chosen);
  const also = useStore((state) => state.also);
  const byCarriers = useListOrder((state) => state.byCarriers);
  if (!shot) return null;
  const casts = castsOf(shot);
  const member = casts.find(({ id }) => id === castId);
  return (
    <>
      <Heading>On this shot</Heading>
      <PickList
        label="Puppets"
        lines={casts.map(({ id, name }) => ({ id, name, note: "puppet" }))}
        chosen={chosen ? null : castId}
        onPick={(id) => set({ castId: id, chosen: null, also: [] })}
      />
      <PutOnStage />
      {member &&
        puppet &&
        controlsOf(puppet, faces, inks, byCarriers)
          .filter(({ lines }) => lines.length > 0)
          .map(({ title, lines }) => (
            <Foldable key={title} title={title} count={lines.length}>
              <PickList
                label={`${title} of ${member.name}`}
                lines={lines}
                chosen={chosen?.thing ?? null}
                also={chosen?.owner === member.id ? also : []}
                onPick={(id, more) =>
                  choose(
                    { kind: lines.find((line) => line.id === id)?.kind ?? "part", owner: member.id, thing: id },
                    more,
                  )
                }
              />
            </Foldable>
          ))}
      <KeptList puppet={puppet} />
      {shot.references.length > 0 && (
        <Foldable title="References" count={shot.references.length}>
          <PickList
            label="References"
            lines={shot.references.map(({ id, name, pictures, hidden }) => ({
              id,
              name,
              note: pictures.length === 1 ? "picture" : `${pictures.length} pictures`,
              faint: hidden,
            }))}
            chosen={chosen?.kind === "reference" ? chosen.thing : null}
            onPick={(id) => choose({ kind: "reference", thing: id }, false)}
          />
        </Foldable>
      )}
      <SoundList />
      <BringReference />
      <KeptElsewhere />
    </>
  );
}
