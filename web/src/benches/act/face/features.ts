import type { Puppet } from "../../../api/types";

/** What a face is moved by: dials, forms, kneads, and bones for its tilt. */
export const featuresOf = (puppet: Puppet): { id: string; name: string }[] => [...lidsOf(puppet), ...puppet.bones];

/** What closes a lid or moves a brow. */
export const lidsOf = ({ dials, parts }: Puppet): { id: string; name: string }[] => [
  ...dials,
  ...parts.flatMap((part) => [...part.forms, ...part.kneads]),
];

/** Those that close an eye, by their names. */
export const namedLids = (puppet: Puppet) => lidsOf(puppet).filter(({ name }) => /blink|lid|eye/i.test(name));
