import type { Bone, Film, Part, Puppet, Shot } from "../../api/types";
import { words } from "../../words/rig";

/** What a part or bone can ride on: nothing that would then ride on itself. */
export const carriers = (puppet: Puppet, own: string) => [
  { value: "", title: words.wholeBody },
  ...things(puppet, ridersOf(puppet, own).add(own)),
];

/** What a pin of a part can ride on. */
export const carriersOfPin = (puppet: Puppet, part: string) => [
  { value: "", title: words.itsOwnPart },
  ...things(puppet, new Set([part])),
];

/** What may carry a part besides, in the course of a shot. */
export const otherCarriers = (puppet: Puppet, own: string) => [
  { value: "stand", title: words.nothingDetached },
  { value: "body", title: words.wholeBody },
  ...carriers(puppet, own).slice(1),
];

/** Who else on the stage may carry a part, as a hand-over names them. */
export const othersOnStage = ({ puppets }: Film, shot: Shot, own: string) =>
  shot.things.flatMap(({ id, name, body }) => {
    const puppet = body.kind === "cast" && id !== own && puppets.find((one) => one.id === body.puppet);
    return puppet
      ? [{ value: "body", title: words.wholeBody }, ...carriers(puppet, "").slice(1)].map(({ value, title }) => ({
          value: `${id}/${value}`,
          title: `${name}: ${title}`,
        }))
      : [];
  });

/** The part without art that carries a bone since it was let go; the core makes and finds it so. */
export const looseOf = ({ bones, parts }: Puppet, bone: Bone): Part | undefined =>
  parts.find(
    ({ id, drawing, pivot }) =>
      id === bone.ridesOn &&
      !drawing &&
      pivot.x === bone.start.x &&
      pivot.y === bone.start.y &&
      bones.filter(({ ridesOn }) => ridesOn === id).length === 1,
  );

const things = ({ bones, parts }: Puppet, without: Set<string>) => [
  ...bones.filter(({ id }) => !without.has(id)).map(({ id, name }) => ({ value: id, title: `${name} (bone)` })),
  ...parts.filter(({ id }) => !without.has(id)).map(({ id, name }) => ({ value: id, title: name })),
];

/** What rides on a thing, or may in the course of a shot, also by way of others. */
export function ridersOf({ bones, parts }: Puppet, carrier: string): Set<string> {
  const riders = new Set<string>();
  const open = [carrier];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    const on = at;
    const found = [
      ...bones.filter(({ ridesOn }) => ridesOn === on),
      ...parts.filter(({ ridesOn, alsoRidesOn }) => ridesOn === on || alsoRidesOn.includes(on)),
    ];
    for (const { id } of found) {
      if (riders.has(id)) continue;
      riders.add(id);
      open.push(id);
    }
  }
  return riders;
}
