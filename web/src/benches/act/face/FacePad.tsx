import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import { useTheme } from "@mui/material/styles";
import { useState } from "react";
import type { PadFeature, Point, Puppet } from "../../../api/types";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Hint } from "../../../fields/Heading";
import { glimpse } from "../../../playing/glimpse";
import { perform, stopTake } from "../../../playing/take";
import { commit, tell, wish } from "../../../state/film";
import { get } from "../../../state/store";
import { words } from "../../../words/face";
import { featuresOf } from "./features";

const Size = 132;
/** One press of an arrow key. */
const Step = 0.1;

/** A pad that moves a whole face at once: what is switched on for it goes along by its strengths, and is keyed. */
export function FacePad({
  puppet,
  owner,
  shot,
  frame,
}: {
  puppet: Puppet;
  owner: string;
  shot: string;
  frame: number;
}) {
  const { inks } = useTheme().palette;
  const [at, setAt] = useState<Point>({ x: 0, y: 0 });
  const features = puppet.facePad;
  const moves = (to: Point) => ({ kind: "moveFace", shot, owner, frame, at: to }) as const;
  const put = (next: PadFeature[]) => void commit({ kind: "changePuppet", puppetId: puppet.id, facePad: next });
  const change = (thing: string, changes: Partial<PadFeature>) =>
    put(features.map((one) => (one.thing === thing ? { ...one, ...changes } : one)));
  const show = (to: Point) => {
    setAt(to);
    void glimpse(moves(to));
  };
  const press = (event: React.PointerEvent<HTMLElement>) => {
    const target = event.currentTarget;
    const box = target.getBoundingClientRect();
    const place = ({ clientX, clientY }: { clientX: number; clientY: number }): Point => ({
      x: inside((2 * (clientX - box.left)) / box.width - 1),
      y: inside((2 * (clientY - box.top)) / box.height - 1),
    });
    let now = place(event);
    target.setPointerCapture(event.pointerId);
    const { armed } = get();
    if (armed) void perform({ with: "FacePad", now: () => [now.x, now.y] });
    else show(now);
    target.onpointermove = (moved) => {
      now = place(moved);
      if (armed) setAt(now);
      else show(now);
    };
    target.onlostpointercapture = () => {
      target.onpointermove = null;
      target.onlostpointercapture = null;
      if (armed) stopTake();
      else void wish(moves(now)).catch(tell);
    };
  };
  const others = featuresOf(puppet).filter(({ id }) => !features.some((one) => one.thing === id));
  const names = new Map(featuresOf(puppet).map(({ id, name }) => [id, name]));
  return (
    <>
      {features.length > 0 && (
        <Box
          role="slider"
          tabIndex={0}
          aria-label={words.faceOf(puppet.name)}
          aria-valuenow={Math.round(100 * at.x)}
          aria-valuetext={words.padValue(Math.round(100 * at.x), Math.round(100 * at.y))}
          sx={{ width: Size, height: Size, mx: "auto", my: 0.75, cursor: "crosshair", touchAction: "none" }}
          onPointerDown={press}
          onKeyDown={(event: React.KeyboardEvent) => {
            const [x, y] = arrows[event.key] ?? [0, 0];
            if (x === 0 && y === 0) return;
            event.preventDefault();
            event.stopPropagation();
            const to = { x: inside(at.x + x * Step), y: inside(at.y + y * Step) };
            setAt(to);
            void wish(moves(to)).catch(tell);
          }}
        >
          <svg
            width={Size}
            height={Size}
            viewBox="-1.08 -1.08 2.16 2.16"
            aria-hidden="true"
            style={{ display: "block" }}
          >
            <rect x={-1} y={-1} width={2} height={2} rx={0.08} fill={inks.card} stroke={inks.line} strokeWidth={0.02} />
            <path d="M-1 0H1M0 -1V1" stroke={inks.line} strokeWidth={0.015} />
            <circle cx={at.x} cy={at.y} r={0.09} fill={inks.petrol} />
          </svg>
        </Box>
      )}
      {features.map((one) => (
        <Box key={one.thing} sx={{ display: "flex", alignItems: "center", gap: 0.5, fontSize: 13, py: 0.25 }}>
          <input
            type="checkbox"
            aria-label={words.moveByPad(names.get(one.thing) ?? one.thing)}
            checked={!one.off}
            onChange={(event) => change(one.thing, { off: !event.target.checked })}
          />
          <Box component="span" sx={{ flex: 1, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
            {names.get(one.thing) ?? one.thing}
          </Box>
          <Strength
            label={words.byX(names.get(one.thing) ?? one.thing)}
            value={one.acrossPercent ?? 100}
            onSet={(acrossPercent) => change(one.thing, { acrossPercent })}
          />
          <Strength
            label={words.byY(names.get(one.thing) ?? one.thing)}
            value={one.downPercent ?? 100}
            onSet={(downPercent) => change(one.thing, { downPercent })}
          />
          <Button
            size="small"
            color="error"
            sx={{ minWidth: 0, px: 0.5 }}
            aria-label={words.freeFromPad(names.get(one.thing) ?? one.thing)}
            onClick={() => put(features.filter(({ thing }) => thing !== one.thing))}
          >
            ×
          </Button>
        </Box>
      ))}
      {features.length > 0 && <Hint>{words.padHint}</Hint>}
      {others.length > 0 && (
        <ChoiceField
          label={features.length === 0 ? words.addToPad : words.addToPad}
          value=""
          choices={[{ value: "", title: "choose" }, ...others.map(({ id, name }) => ({ value: id, title: name }))]}
          onChoose={(thing) =>
            thing !== "" && put([...features, { thing, acrossPercent: 100, downPercent: 100, off: false }])
          }
        />
      )}
    </>
  );
}

function Strength({ label, value, onSet }: { label: string; value: number; onSet: (value: number) => void }) {
  return (
    <input
      type="number"
      aria-label={`${label}, %`}
      defaultValue={value}
      key={value}
      min={-300}
      max={300}
      style={{ width: 46, font: "inherit", textAlign: "right" }}
      onBlur={(event) => {
        const typed = Math.min(300, Math.max(-300, Number(event.target.value)));
        if (Number.isFinite(typed) && typed !== value) onSet(typed);
      }}
      onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
    />
  );
}

const inside = (value: number) => Math.round(100 * Math.min(1, Math.max(-1, value))) / 100;

const arrows: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
