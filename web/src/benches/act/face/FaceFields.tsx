import type { Puppet, Shot } from "../../../api/types";
import { Foldable } from "../../../fields/Foldable";
import { MouthFields } from "../sound/MouthFields";
import { Blinks } from "./Blinks";
import { FacePad } from "./FacePad";
import { lidsOf, namedLids } from "./features";

/** A face as a whole: a pad over its features, blinks, and what is kept of it. */
export function FaceFields(props: { puppet: Puppet; owner: string; shot: Shot; frame: number }) {
  const { puppet, owner, shot, frame } = props;
  if (lidsOf(puppet).length === 0) return null;
  return (
    <>
      <Foldable title="Face pad" count={puppet.facePad.filter(({ off }) => !off).length}>
        <FacePad puppet={puppet} owner={owner} shot={shot.id} frame={frame} />
      </Foldable>
      <Foldable title="Blinks" count={namedLids(puppet).length}>
        <Blinks {...props} />
      </Foldable>
      <Foldable title="Mouths" count={puppet.mouths?.shapes.length ?? 0}>
        <MouthFields puppet={puppet} />
      </Foldable>
    </>
  );
}
