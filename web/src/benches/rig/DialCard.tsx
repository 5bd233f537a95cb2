import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useEffect, useState } from "react";
import type { Dial, Edit, Puppet } from "../../api/types";
import { engine } from "../../engine/engine";
import { ChoiceField } from "../../fields/ChoiceField";
import { type DialPlace, DialPlate, inside, nudged, PlateSide, placeOn, plateHeight } from "../../fields/DialPlate";
import { Heading, Hint } from "../../fields/Heading";
import { TextField } from "../../fields/TextField";
import { commit, tell, wish } from "../../state/film";
import { touch, useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { counts } from "../../words/count";
import { words } from "../../words/rig";
import { chosenAmong, ofEach } from "../chosenAmong";
import { Remove } from "./Remove";

/** A dial or pad on the bench: turn it, pose the puppet, say "this is how it looks here". */
export function DialCard({ puppet, dial }: { puppet: Puppet; dial: Dial }) {
  const also = useStore((state) => state.also);
  const dials = chosenAmong(puppet.dials, dial, also);
  const put = (changes: Partial<Dial>, of = dial): Edit => ({
    kind: "putDial",
    puppetId: puppet.id,
    dial: { ...of, ...changes },
    says: words.changeDial,
  });
  /** How it blends is set of all that are chosen; stations are its own. */
  const change = (changes: Partial<Dial>) => ofEach(dials, words.changeDials, (one) => put(changes, one));
  return (
    <>
      <Heading>{dials.length > 1 ? counts.dials(dials.length) : dial.isPad ? words.pad : words.dial}</Heading>
      <TextField label={words.name} value={dial.name} onWrite={(name) => void commit(put({ name }))} />
      <ChoiceField
        label={words.betweenStations}
        value={dial.blend}
        choices={[
          { value: "Linear", title: words.straight },
          { value: "Smooth", title: words.smoothWord },
        ]}
        onChoose={(blend) => void commit(change({ blend: blend as Dial["blend"] }))}
      />
      {dial.isPad && (
        <ChoiceField
          label={words.blend}
          value={dial.spread}
          choices={[
            { value: "Grid", title: words.gridWord },
            { value: "Triangles", title: words.trianglesWord },
          ]}
          onChoose={(spread) => void commit(change({ spread: spread as Dial["spread"] }))}
        />
      )}
      <Face key={dial.id} puppet={puppet} dial={dial} />
      <Button
        variant="contained"
        sx={{ mt: 1 }}
        onClick={async () => {
          await wish({ kind: "setStation", puppet: puppet.id, dial: dial.id });
          await engine.keepOnlyDials();
          touch();
        }}
      >
        {words.setLookHere}
      </Button>
      <Hint>{words.dialHint(dial.isPad ? words.padWord : words.dialWord)}</Hint>
      {dial.stations.map((station) => (
        <Box key={`${station.across} ${station.down}`} sx={{ display: "flex", alignItems: "center" }}>
          <Box sx={{ flex: 1 }}>
            {words.station(station.across, dial.isPad ? `, ${station.down}` : "", station.values.length)}
          </Box>
          <Button onClick={() => void commit(put({ stations: dial.stations.filter((one) => one !== station) }))}>
            {words.deleteIt}
          </Button>
        </Box>
      ))}
      <Remove
        title={dials.length > 1 ? words.deleteDials(dials.length) : dial.isPad ? words.deletePad : words.deleteDial}
      />
    </>
  );
}

/** The dial's face: its stations, and a knob that is dragged; arrow keys move it too. */
function Face({ puppet, dial }: { puppet: Puppet; dial: Dial }) {
  const tool = useStore((state) => state.tool);
  const view = { puppet: puppet.id };
  const values = useAnswer({ kind: "values", view, frame: 1, owner: "bench", thing: dial.id });
  const at = (name: string) => values?.lines.find((line) => line.address.property === name)?.value ?? 0;
  const told = { across: at("across"), down: dial.isPad ? at("down") : 0 };
  // The knob stays under the hand until the core's word has come there too; a key may be pressed again before.
  const [held, hold] = useState<DialPlace | null>(null);
  // Only what stands there is let go: by the time this runs the hand may have gone on.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn to where it stands already is let go too
  useEffect(
    () => hold((now) => (now?.across === told.across && now.down === told.down ? null : now)),
    [held, told.across, told.down],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: with another tool the puppet goes back to rest
  useEffect(() => hold(null), [tool]);
  const now = held ?? told;
  const turn = (next: DialPlace) => {
    const to = { across: inside(next.across), down: inside(next.down) };
    const key = (property: string, value: number) => ({ address: { owner: "bench", thing: dial.id, property }, value });
    const keys = [key("across", to.across), ...(dial.isPad ? [key("down", to.down)] : [])];
    hold(to);
    engine
      .tryEdit(view, {
        kind: "setKeys",
        shotId: "bench",
        frame: 1,
        values: keys,
        says: words.turnDial,
        drawn: false,
        blocked: false,
      })
      .then(touch, (problem) => {
        hold(null);
        tell(problem);
      });
  };
  const drag = (event: React.PointerEvent<HTMLElement>) => {
    const target = event.currentTarget;
    const box = target.getBoundingClientRect();
    const to = (moved: { clientX: number; clientY: number }) => turn(placeOn(box, moved, dial));
    target.setPointerCapture(event.pointerId);
    to(event);
    target.onpointermove = to;
    target.onpointerup = () => {
      target.onpointermove = null;
    };
  };
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={`${dial.name}${dial.isPad ? words.xAndY : ""}`}
      aria-valuemin={-100}
      aria-valuemax={100}
      aria-valuenow={now.across}
      aria-valuetext={dial.isPad ? `${now.across} %, ${now.down} %` : `${now.across} %`}
      data-dial={dial.name}
      onPointerDown={drag}
      onKeyDown={(event) => {
        const to = nudged(event.key, now, dial);
        if (to === null) return;
        event.preventDefault();
        event.stopPropagation();
        turn(to);
      }}
      sx={{ mt: 1, touchAction: "none", cursor: "grab", borderRadius: 2 }}
    >
      <svg
        viewBox={`0 0 ${PlateSide} ${plateHeight(dial)}`}
        width="100%"
        style={{ display: "block" }}
        aria-hidden="true"
      >
        <DialPlate dial={dial} at={now} />
      </svg>
    </Box>
  );
}
