import type { Edit, Part, Puppet } from "../../api/types";
import { useStore } from "../../state/store";
import { words } from "../../words/rig";
import { chosenAmong, ofEach } from "../chosenAmong";

type Changes = Partial<Omit<Extract<Edit, { kind: "changePart" }>, "kind" | "puppetId" | "partId">>;

export type MeshChanges = Pick<Changes, "meshMargin" | "meshStiffness" | "meshBridge" | "meshMethod">;

/** The part whose card it is, and what is chosen besides it. */
export function useChosenParts(puppet: Puppet, part: Part): Part[] {
  const also = useStore((state) => state.also);
  return chosenAmong(puppet.parts, part, also);
}

/** The same change of all of them, each as it asks for; null leaves one as it is. */
export function changeParts(puppet: Puppet, parts: Part[], to: (part: Part) => Changes | null): Edit {
  const told = parts.flatMap((part) => {
    const changes = to(part);
    return changes === null ? [] : [{ partId: part.id, changes }];
  });
  return ofEach(told, words.changeParts, ({ partId, changes }) => ({
    kind: "changePart",
    puppetId: puppet.id,
    partId,
    ...changes,
  }));
}

/** A part that shows by drawings of its own, and neither by others in their place nor by a limb. */
export const isPlain = ({ drawing, swaps, forms, limb }: Part): boolean =>
  Boolean(drawing) && swaps.length + forms.length === 0 && !limb;
