import { useTheme } from "@mui/material/styles";
import type { Kept, Puppet } from "../../api/types";
import { Foldable } from "../../fields/Foldable";
import { Heading } from "../../fields/Heading";
import { labelInk } from "../../fields/labels";
import { choose } from "../../state/choose";
import { castsOf, useShot } from "../../state/select";
import { type Chosen, set, useStore } from "../../state/store";
import type { Inks } from "../../theme";
import { words } from "../../words/act";
import { counts } from "../../words/count";
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
    ...part.kneads.map((one) => ({ ...one, note: words.knead, kind: "knead" as const })),
    ...part.forms.map((one) => ({ ...one, note: words.form, kind: "form" as const })),
  ]);
  return [
    {
      title: words.controls,
      lines: [
        { id: "body", name: words.wholeBody, kind: "body", ink: inks.brass },
        { id: "stand", name: words.position, kind: "stand", ink: inks.brass },
        ...puppet.dials.map(({ id, name, isPad }) => {
          return { id, name, note: isPad ? words.pad : words.dial, kind: "dial" as const, ink: inks.plum };
        }),
        ...puppet.reaches.map(({ id, name }) => {
          return { id, name, note: words.chainWord, kind: "reach" as const, ink: inks.petrol };
        }),
        ...puppet.bones
          .filter((bone) => !obeyed(puppet, bone.id))
          .map(({ id, name }) => ({ id, name, note: words.bone, kind: "bone" as const, ink: inks.brass })),
      ],
    },
    {
      title: words.expressions,
      lines: faces.map(({ id, name }) => ({
        id,
        name,
        note: words.amount,
        kind: "expression" as const,
        ink: inks.plum,
      })),
    },
    {
      title: words.parts,
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
      title: words.pins,
      lines: pins.map(({ id, name }) => ({ id, name, note: words.pin, kind: "pin" as const, ink: inks.petrol })),
    },
    {
      title: words.formsAndKneads,
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
      <Heading>{words.onThisShot}</Heading>
      <PickList
        label={words.puppets}
        lines={casts.map(({ id, name }) => ({ id, name, note: words.puppet }))}
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
                label={words.copyOf(title, member.name)}
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
        <Foldable title={words.references} count={shot.references.length}>
          <PickList
            label={words.references}
            lines={shot.references.map(({ id, name, pictures, hidden }) => ({
              id,
              name,
              note: pictures.length === 1 ? words.pictureWord : counts.pictures(pictures.length),
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
