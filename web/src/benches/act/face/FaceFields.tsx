import type { Puppet, Shot } from "../../../api/types";
import { Foldable } from "../../../fields/Foldable";
import { words } from "../../../words/face";
import { MouthFields } from "../sound/MouthFields";
import { makersOf } from "../sound/mouthChart";
import { Blinks } from "./Blinks";
import { FacePad } from "./FacePad";
import { lidsOf, namedLids } from "./features";

/** A face as a whole: a pad over its features and blinks, where something closes its eyes; mouths, where something can show them. */
export function FaceFields(props: { puppet: Puppet; owner: string; shot: Shot; frame: number }) {
  const { puppet, owner, shot, frame } = props;
  const hasLids = lidsOf(puppet).length > 0;
  return (
    <>
      {hasLids && (
        <Foldable title={words.facePad} count={puppet.facePad.filter(({ off }) => !off).length}>
          <FacePad puppet={puppet} owner={owner} shot={shot.id} frame={frame} />
        </Foldable>
      )}
      {hasLids && (
        <Foldable title={words.blinks} count={namedLids(puppet).length}>
          <Blinks {...props} />
        </Foldable>
      )}
      {makersOf(puppet).length > 0 && (
        <Foldable title={words.mouths} count={puppet.mouths?.shapes.length ?? 0}>
          <MouthFields puppet={puppet} />
        </Foldable>
      )}
    </>
  );
}
