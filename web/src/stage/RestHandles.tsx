import { useTheme } from "@mui/material/styles";
import type { PointerEventHandler } from "react";
import type { AnswerTo, Grip } from "../api/types";
import { words } from "../words/stage";

type Rest = AnswerTo<"overlay">["rests"][number];

/** What lies on the chosen part's art at rest: stiff patches, the root of a sway, where outlines start and which way they run. */
export function RestHandles({
  rests,
  scale,
  take,
}: {
  rests: Rest[];
  scale: number;
  take: (grip: Pick<Grip, "kind" | "thing" | "shape">) => PointerEventHandler;
}) {
  // The part's own starts lie under the forms', which can be taken hold of.
  return [...rests]
    .sort((a, b) => Number(b.kind === "OwnStart") - Number(a.kind === "OwnStart"))
    .map((rest) => {
      const grip = (kind: Grip["kind"]) => take({ kind, thing: rest.thing, shape: rest.shape });
      const key = `${rest.kind} ${rest.thing} ${rest.shape}`;
      if (rest.kind === "Patch")
        return <PatchRing key={key} rest={rest} scale={scale} onDown={grip("Patch")} onRim={grip("PatchRim")} />;
      if (rest.kind === "Sway")
        return <SwayArrow key={key} rest={rest} scale={scale} onDown={grip("SwayRoot")} onTip={grip("SwayWay")} />;
      return (
        <StartFlag
          key={key}
          rest={rest}
          scale={scale}
          onDown={rest.kind === "FormStart" ? grip("FormStart") : undefined}
        />
      );
    });
}

interface Shown {
  rest: Rest;
  scale: number;
}

const grab = { cursor: "grab" } as const;

/** Which way a handle points on the screen, degrees from the x axis, clockwise. */
const turnOf = ({ at, toward }: Rest) => (Math.atan2(toward.y - at.y, toward.x - at.x) * 180) / Math.PI;

/** A stiff patch: a ring, taken by its middle, sized by its rim. */
function PatchRing({
  rest,
  scale,
  onDown,
  onRim,
}: Shown & { onDown: PointerEventHandler; onRim: PointerEventHandler }) {
  const { inks } = useTheme().palette;
  const radius = Math.hypot(rest.toward.x - rest.at.x, rest.toward.y - rest.at.y);
  return (
    <g data-handle={`patch ${rest.thing}`}>
      <circle cx={rest.at.x} cy={rest.at.y} r={radius} fill={inks.leaf} fillOpacity={0.14} pointerEvents="none" />
      <circle
        cx={rest.at.x}
        cy={rest.at.y}
        r={radius}
        fill="none"
        stroke={inks.leaf}
        strokeWidth={2 * scale}
        pointerEvents="none"
      />
      <g transform={`translate(${rest.at.x} ${rest.at.y}) scale(${scale})`} onPointerDown={onDown} style={grab}>
        <title>{words.patchTip}</title>
        <circle r={11} fill="transparent" />
        <path d="M-6 -6H6V6H-6Z" fill="#FFFFFF" stroke={inks.leaf} strokeWidth={2} />
      </g>
      <g
        transform={`translate(${rest.toward.x} ${rest.toward.y}) scale(${scale})`}
        onPointerDown={onRim}
        style={{ cursor: "ew-resize" }}
        data-end="rim"
      >
        <title>{words.patchRimTip}</title>
        <circle r={11} fill="transparent" />
        <circle r={4.5} fill="#FFFFFF" stroke={inks.leaf} strokeWidth={2} />
      </g>
    </g>
  );
}

/** Where a strand is held, and the way it runs from there. */
function SwayArrow({
  rest,
  scale,
  onDown,
  onTip,
}: Shown & { onDown: PointerEventHandler; onTip: PointerEventHandler }) {
  const { inks } = useTheme().palette;
  const turn = turnOf(rest);
  return (
    <g data-handle="sway">
      <line
        x1={rest.at.x}
        y1={rest.at.y}
        x2={rest.toward.x}
        y2={rest.toward.y}
        stroke={inks.brass}
        strokeWidth={2 * scale}
        pointerEvents="none"
      />
      <g transform={`translate(${rest.at.x} ${rest.at.y}) scale(${scale})`} onPointerDown={onDown} style={grab}>
        <title>{words.swayRootTip}</title>
        <circle r={11} fill="transparent" />
        <path d="M0 -7L7 0L0 7L-7 0Z" fill="#FFFFFF" stroke={inks.brass} strokeWidth={2} />
      </g>
      <g
        transform={`translate(${rest.toward.x} ${rest.toward.y}) rotate(${turn}) scale(${scale})`}
        onPointerDown={onTip}
        style={grab}
        data-end="way"
      >
        <title>{words.swayWayTip}</title>
        <circle r={11} fill="transparent" />
        <path d="M-9 -6L5 0L-9 6Z" fill={inks.brass} stroke="#FFFFFF" strokeWidth={1.5} />
      </g>
    </g>
  );
}

/** Where an outline starts, with an arrow the way it runs: a dot for a form's, in an open ring of the part's own when they lie together. */
function StartFlag({ rest, scale, onDown }: Shown & { onDown?: PointerEventHandler }) {
  const { inks } = useTheme().palette;
  const turn = turnOf(rest);
  const own = onDown === undefined;
  const ink = own ? inks.petrol : inks.blade;
  const line = {
    d: own ? "M7 0H20M15 -5L22 0L15 5" : "M0 0H20M15 -5L22 0L15 5",
    fill: "none",
    strokeLinecap: "round",
    strokeLinejoin: "round",
  } as const;
  return (
    <g
      transform={`translate(${rest.at.x} ${rest.at.y}) rotate(${turn}) scale(${scale})`}
      onPointerDown={onDown}
      pointerEvents={own ? "none" : undefined}
      style={own ? undefined : grab}
      data-handle={own ? "own start" : `start ${rest.thing}`}
    >
      <title>{own ? words.outlineStart : words.formStart}</title>
      <circle
        r={own ? 7 : 11}
        fill={own ? "#FFFFFF" : "transparent"}
        stroke={own ? inks.petrol : undefined}
        strokeWidth={2}
      />
      <path {...line} stroke="#FFFFFF" strokeWidth={5} />
      <path {...line} stroke={ink} strokeWidth={2} />
      {!own && <circle r={4} fill={ink} stroke="#FFFFFF" strokeWidth={1.5} />}
    </g>
  );
}
