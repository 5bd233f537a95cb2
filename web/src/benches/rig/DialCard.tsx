import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useTheme } from "@mui/material/styles";
import { useEffect, useState } from "react";
import type { Dial, Edit, Puppet } from "../../api/types";
import { engine } from "../../engine/engine";
import { ChoiceField } from "../../fields/ChoiceField";
import { Heading, Hint } from "../../fields/Heading";
import { TextField } from "../../fields/TextField";
import { commit, tell, wish } from "../../state/film";
import { touch, useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { Remove } from "./Remove";

const Side = 200;

/** A dial or pad on the bench: turn it, pose the puppet, say "this is how it looks here". */
export function DialCard({ puppet, dial }: { puppet: Puppet; dial: Dial }) {
  const put = (changes: Partial<Dial>): Edit => ({
    kind: "putDial",
    puppetId: puppet.id,
    dial: { ...dial, ...changes },
    says: "Changed a dial",
  });
  return (
    <>
      <Heading>{dial.isPad ? "Pad" : "Dial"}</Heading>
      <TextField label="Name" value={dial.name} onWrite={(name) => void commit(put({ name }))} />
      <ChoiceField
        label="Between stations"
        value={dial.blend}
        choices={[
          { value: "Linear", title: "straight" },
          { value: "Smooth", title: "smooth" },
        ]}
        onChoose={(blend) => void commit(put({ blend: blend as Dial["blend"] }))}
      />
      {dial.isPad && (
        <ChoiceField
          label="Blends in"
          value={dial.spread}
          choices={[
            { value: "Grid", title: "a grid" },
            { value: "Triangles", title: "triangles" },
          ]}
          onChoose={(spread) => void commit(put({ spread: spread as Dial["spread"] }))}
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
        This is how it looks here
      </Button>
      <Hint>
        Turn the {dial.isPad ? "pad" : "dial"} to where a look belongs, choose “Try it” and pose the puppet: drag it, or
        choose a part and set how it looks. Then press the button. Nothing is keyed by this, and at 0 the puppet stays
        as it is at rest.
      </Hint>
      {dial.stations.map((station) => (
        <Box key={`${station.across} ${station.down}`} sx={{ display: "flex", alignItems: "center" }}>
          <Box sx={{ flex: 1 }}>
            {station.across}
            {dial.isPad ? `, ${station.down}` : ""} % · {station.values.length} values
          </Box>
          <Button onClick={() => void commit(put({ stations: dial.stations.filter((one) => one !== station) }))}>
            Remove
          </Button>
        </Box>
      ))}
      <Remove title={dial.isPad ? "Remove the pad" : "Remove the dial"} />
    </>
  );
}

/** The dial's face: its stations, and a knob that is dragged; arrow keys move it too. */
function Face({ puppet, dial }: { puppet: Puppet; dial: Dial }) {
  const { inks } = useTheme().palette;
  const tool = useStore((state) => state.tool);
  const view = { puppet: puppet.id };
  const values = useAnswer({ kind: "values", view, frame: 1, owner: "bench", thing: dial.id });
  const at = (name: string) => values?.lines.find((line) => line.address.property === name)?.value ?? 0;
  const told = { across: at("across"), down: dial.isPad ? at("down") : 0 };
  // The knob stays under the hand until the core's word has come there too; a key may be pressed again before.
  const [held, hold] = useState<{ across: number; down: number } | null>(null);
  // Only what stands there is let go: by the time this runs the hand may have gone on.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a turn to where it stands already is let go too
  useEffect(
    () => hold((now) => (now?.across === told.across && now.down === told.down ? null : now)),
    [held, told.across, told.down],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: with another tool the puppet goes back to rest
  useEffect(() => hold(null), [tool]);
  const { across, down } = held ?? told;
  const height = dial.isPad ? Side : 44;
  const x = (percent: number) => ((percent + 100) / 200) * (Side - 20) + 10;
  const y = (percent: number) => (dial.isPad ? ((percent + 100) / 200) * (Side - 20) + 10 : height / 2);
  const turn = (nextAcross: number, nextDown: number) => {
    const clamp = (value: number) => Math.round(Math.min(100, Math.max(-100, value)));
    const to = { across: clamp(nextAcross), down: clamp(nextDown) };
    const key = (property: string, value: number) => ({ address: { owner: "bench", thing: dial.id, property }, value });
    const keys = [key("across", to.across), ...(dial.isPad ? [key("down", to.down)] : [])];
    hold(to);
    engine
      .tryEdit(view, {
        kind: "setKeys",
        shotId: "bench",
        frame: 1,
        values: keys,
        says: "Turned a dial",
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
    const to = (moved: { clientX: number; clientY: number }) =>
      turn(
        ((moved.clientX - box.left) / box.width) * 222 - 111,
        dial.isPad ? ((moved.clientY - box.top) / box.height) * 222 - 111 : 0,
      );
    target.setPointerCapture(event.pointerId);
    to(event);
    target.onpointermove = to;
    target.onpointerup = () => {
      target.onpointermove = null;
    };
  };
  const keys: Record<string, [number, number]> = {
    ArrowLeft: [-5, 0],
    ArrowRight: [5, 0],
    ArrowUp: [0, -5],
    ArrowDown: [0, 5],
  };
  return (
    <Box
      role="slider"
      tabIndex={0}
      aria-label={`${dial.name}${dial.isPad ? ", across and down" : ""}`}
      aria-valuemin={-100}
      aria-valuemax={100}
      aria-valuenow={across}
      aria-valuetext={dial.isPad ? `${across} %, ${down} %` : `${across} %`}
      data-dial={dial.name}
      onPointerDown={drag}
      onKeyDown={(event) => {
        const by = keys[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        turn(across + by[0], down + by[1]);
      }}
      sx={{ mt: 1, touchAction: "none", cursor: "grab", borderRadius: 2 }}
    >
      <svg viewBox={`0 0 ${Side} ${height}`} width="100%" style={{ display: "block" }} aria-hidden="true">
        <rect width={Side} height={height} rx={8} fill={inks.paper} stroke={inks.line} />
        <path
          d={dial.isPad ? `M${Side / 2} 6V${Side - 6}M6 ${Side / 2}H${Side - 6}` : `M10 22H${Side - 10}`}
          stroke={inks.line}
        />
        {dial.stations.map((station) => (
          <rect
            key={`${station.across} ${station.down}`}
            x={x(station.across) - 4}
            y={y(station.down) - 4}
            width={8}
            height={8}
            transform={`rotate(45 ${x(station.across)} ${y(station.down)})`}
            fill={inks.brass}
          />
        ))}
        <circle cx={x(across)} cy={y(down)} r={8} fill={inks.petrol} stroke={inks.card} strokeWidth={2} />
      </svg>
    </Box>
  );
}
