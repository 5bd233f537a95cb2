import type { Puppet } from "../../api/types";

/** What a part, pin or bone can ride on. */
export const carriers = (puppet: Puppet, own: string, rest = "Whole body") => [
  { value: "", title: rest },
  ...puppet.bones.filter((bone) => bone.id !== own).map((bone) => ({ value: bone.id, title: `${bone.name} (bone)` })),
  ...puppet.parts.filter((part) => part.id !== own).map((part) => ({ value: part.id, title: part.name })),
];

/** What may carry a part besides, in the course of a shot. */
export const otherCarriers = (puppet: Puppet, own: string) => [
  { value: "stand", title: "Nothing: let go" },
  { value: "body", title: "Whole body" },
  ...carriers(puppet, own).slice(1),
];
