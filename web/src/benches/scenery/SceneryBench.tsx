import { useState } from "react";
import { api } from "../../api/client";
import { FileButton } from "../../fields/FileButton";
import { Heading, Hint } from "../../fields/Heading";
import { report } from "../../shell/ArtNews";
import { LensCaption } from "../../stage/LensCaption";
import { Stage } from "../../stage/Stage";
import { onServer } from "../../state/film";
import { castsOf, useShot } from "../../state/select";
import { set, useStore } from "../../state/store";
import { useStillFrame } from "../../state/useStillFrame";
import { words } from "../../words/scenery";
import type { Bench } from "../Bench";
import { Elevation } from "../camera/Elevation";
import { bar, PlayButton } from "../PlayButton";
import { PutOnStage } from "../PutOnStage";
import { StageList } from "../StageList";
import { StandingCard } from "../StandingCard";
import { ValueFields } from "../ValueFields";

/** Flats and puppets at their distances. */
export function SceneryBench(): Bench {
  const shot = useShot();
  const chosen = useStore((state) => state.chosen);
  const thing = shot?.things.find((one) => one.id === chosen?.thing);
  return {
    list: (
      <>
        <StageList />
        <PutOnStage />
      </>
    ),
    stage: (
      <Stage
        caption={<LensCaption />}
        bar={
          <>
            <PlayButton />
            <AddFlat />
          </>
        }
        empty={
          shot?.things.length === 0 ? (
            <>
              <Hint>{words.stageEmpty}</Hint>
              <AddFlat />
            </>
          ) : null
        }
      />
    ),
    card: shot && thing ? <StandingCard shot={shot} thing={thing} /> : <AirCard />,
    strip: <Elevation />,
  };
}

/** While nothing is chosen. */
function AirCard() {
  const frame = useStillFrame();
  return (
    <>
      <Heading>{words.scenery}</Heading>
      <Hint>{words.sceneryHint}</Hint>
      <ValueFields owner="wind" thing="air" title={words.windAt(frame)} />
      <Hint>{words.windHint}</Hint>
    </>
  );
}

/** A new flat stands a little behind what is chosen, or at the distance typed. */
function AddFlat() {
  const shot = useShot();
  const chosen = useStore((state) => state.chosen);
  const [busy, setBusy] = useState(false);
  if (!shot) return null;
  const near = (shot.things.find((one) => one.id === chosen?.thing) ?? castsOf(shot)[0])?.stand.distance ?? 3;
  const add = async (file: File) => {
    setBusy(true);
    const brought = await onServer((id) => api.bringFlat(id, shot.id, Math.round(near * 1.5 * 100) / 100, file));
    setBusy(false);
    if (!brought) return;
    set({ chosen: { kind: "thing", thing: brought.thing }, also: [] });
    report(file.name, brought.report);
  };
  return (
    <FileButton
      accept=".svg,.png,image/svg+xml,image/png"
      variant="contained"
      color="inherit"
      sx={bar}
      disabled={busy}
      onFile={(file) => void add(file)}
    >
      {busy ? words.importing : words.addSceneryPiece}
    </FileButton>
  );
}
