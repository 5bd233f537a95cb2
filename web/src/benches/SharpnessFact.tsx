import { Fact } from "../fields/Fact";
import { puppetIdOf, useShot } from "../state/select";
import { useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { words } from "../words/scenery";

/** How far raster art can still be pushed in at the frame of the shot where it is largest. Vector art says nothing. */
export function SharpnessFact({ thing, drawing }: { thing: string; drawing: string | null | undefined }) {
  const shot = useShot();
  const raster = useStore((state) => state.film?.drawings.find((one) => one.id === drawing)?.raster ?? null);
  const onStage = useStore((state) => {
    const puppet = state.film?.puppets.find((one) => one.parts.some((part) => part.id === thing));
    return shot?.things.some((one) => one.id === thing || (puppet !== undefined && puppetIdOf(one) === puppet.id));
  });
  const sharp = useAnswer(shot && raster && onStage ? { kind: "sharpness", shot: shot.id, thing } : null);
  if (!sharp || sharp.vector) return null;
  const fine = sharp.largest <= 1;
  return (
    <Fact
      title={words.largestAt(sharp.frame)}
      value={fine ? words.canGrowTo(sharp.canGrowPercent.toFixed(0)) : words.magnified(sharp.largest.toFixed(2))}
      good={fine}
    />
  );
}
