import type { Bone, Puppet, Reach } from "../../api/types";

/** A bone and the bones above it, as long as each rides on a bone. */
export function chainAbove(puppet: Puppet, bone: Bone): Bone[] {
  const chain = [bone];
  for (;;) {
    const above = puppet.bones.find((one) => one.id === chain.at(-1)?.ridesOn);
    if (above === undefined || chain.length > puppet.bones.length) return chain;
    chain.push(above);
  }
}

/** The reach whose chain a bone is in. */
export const obeyed = (puppet: Puppet, bone: string): Reach | undefined =>
  puppet.reaches.find((reach) => {
    const lower = puppet.bones.find((one) => one.id === reach.lower);
    const chain = lower ? chainAbove(puppet, lower).map((one) => one.id) : [];
    const at = chain.indexOf(bone);
    return at >= 0 && at <= chain.indexOf(reach.upper);
  });
