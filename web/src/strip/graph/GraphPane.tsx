import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Address, GraphLine, StripOwner } from "../../api/types";
import { CheckField } from "../../fields/CheckField";
import { isBlocking } from "../../state/select";
import { set, useStore } from "../../state/store";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/timeline";
import { choiceHere } from "../beads";
import { useScale } from "../scale";
import { drawGraph } from "./drawGraph";
import { GraphKeys } from "./GraphKeys";
import { heightsOf, spanOf } from "./graphScale";

/** Values are asked for in stretches of so many frames, so that the strip can be pushed along a little without asking again. */
const Stretch = 64;

/** What is chosen over time: lines with their keys and eases, to be dragged where they are seen. */
export function GraphPane({
  owner,
  names,
  high,
}: {
  owner: StripOwner;
  names: number;
  /** px */
  high: number;
}) {
  const { inks } = useTheme().palette;
  const scale = useScale();
  const addresses = useAddresses(owner);
  const shot = useStore((state) => state.shotId) ?? "";
  const speeds = useStore((state) => state.graphSpeed);
  const blocked = useStore(isBlocking);
  const from = Math.max(1, Math.floor((scale.from - 2) / Stretch) * Stretch);
  const to = Math.ceil((scale.to + 2) / Stretch) * Stretch;
  const answer = useAnswer(addresses.length > 0 ? { kind: "graph", shot, addresses, from, to, blocked } : null);
  const lines = answer?.lines ?? none;
  const [picked, pick] = useState<string | null>(null);
  const focus = lines.length === 1 ? 0 : lines.findIndex((line) => nameOf(line) === picked);
  const colours = useMemo(
    () => ({ lines: [inks.petrol, inks.blade, inks.brass, inks.leaf, inks.plum, inks.soft], ground: inks.card }),
    [inks],
  );
  const heights = useMemo(() => heightsOf(lines, high), [lines, high]);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    // In plain memory, where many lines are drawn pixel by pixel.
    const context = element?.getContext("2d", { willReadFrequently: true });
    if (!element || !context) return;
    const ratio = window.devicePixelRatio || 1;
    const [wide, deep] = [Math.round(element.clientWidth * ratio), Math.round(high * ratio)];
    if (element.width !== wide || element.height !== deep) [element.width, element.height] = [wide, deep];
    const began = performance.now();
    drawGraph(context, lines, heights, scale, colours, focus, speeds);
    element.dataset.ms = String(performance.now() - began);
  }, [lines, heights, scale, colours, focus, speeds, high]);
  // Where it is switched on it is seen, whatever stands above it.
  const pane = useRef<HTMLElement>(null);
  useEffect(() => void pane.current?.scrollIntoView({ block: "nearest" }), []);
  const severalThings = new Set(lines.map((line) => line.value.thing)).size > 1;
  const focused = lines[focus];
  const height = heights[focus];
  return (
    <Box ref={pane} sx={{ display: "flex", height: high, borderBottom: 1, borderColor: "divider" }} data-testid="graph">
      <Box
        sx={{
          width: names,
          flexShrink: 0,
          overflowY: "auto",
          bgcolor: "background.paper",
          borderRight: 1,
          borderColor: "divider",
          px: 1,
          fontSize: 12,
        }}
      >
        <CheckField label={words.speedToo} value={speeds} onChange={(on) => set({ graphSpeed: on })} />
        {lines.length === 0 && <Box sx={{ py: 1 }}>{words.graphEmpty}</Box>}
        {lines.map((line, i) => (
          <Box
            key={nameOf(line)}
            component="button"
            aria-pressed={i === focus}
            title={words.editLine}
            onClick={() => pick(nameOf(line))}
            sx={{
              display: "flex",
              gap: 0.5,
              alignItems: "center",
              width: "100%",
              border: 0,
              p: 0.25,
              font: "inherit",
              color: "inherit",
              textAlign: "left",
              cursor: "pointer",
              bgcolor: i === focus ? "action.selected" : "transparent",
            }}
          >
            <Box
              component="span"
              sx={{ width: 12, height: 3, flexShrink: 0, bgcolor: colours.lines[i % colours.lines.length] }}
            />
            <span style={{ overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
              {line.title}
              {severalThings && `, ${line.name}`}
            </span>
          </Box>
        ))}
      </Box>
      <Box sx={{ position: "relative", flex: 1, minWidth: 0, overflow: "hidden", bgcolor: "background.paper" }}>
        <canvas ref={canvas} style={{ width: "100%", height: high, display: "block" }} />
        <Spans lines={focused ? [focused] : lines} />
        {focused && height && (
          <GraphKeys line={focused} height={height} scale={scale} high={high} ink={colours.lines[focus % 6] ?? ""} />
        )}
      </Box>
    </Box>
  );
}

/** From where to where the lines go, where that is one span for all. */
function Spans({ lines }: { lines: readonly GraphLine[] }) {
  const [first] = lines;
  if (first === undefined || lines.some((line) => line.unit !== first.unit)) return null;
  const spans = lines.map(spanOf);
  const said = (value: number) => `${Math.round(10 * value) / 10} ${first.unit}`;
  const at = { position: "absolute", right: 4, fontSize: 11, color: "text.secondary", pointerEvents: "none" } as const;
  return (
    <>
      <Box sx={{ ...at, top: 0 }}>{said(Math.max(...spans.map(([, high]) => high)))}</Box>
      <Box sx={{ ...at, bottom: 0 }}>{said(Math.min(...spans.map(([low]) => low)))}</Box>
    </>
  );
}

const none: GraphLine[] = [];

const nameOf = ({ value }: GraphLine) => `${value.thing}/${value.property}`;

/** The values of the chosen keys' rows, or of the chosen thing. */
function useAddresses(owner: StripOwner): Address[] {
  const choice = useStore(choiceHere);
  const thing = useStore((state) => (state.chosen?.owner === owner.owner ? state.chosen.thing : null));
  return useMemo(() => {
    const rows = choice
      ? [...choice.rows.values()]
      : owner.rows.filter((row) => row.value == null && row.thing === thing);
    const all = rows.flatMap((row) => row.addresses);
    return [...new Map(all.map((one) => [`${one.thing}/${one.property}`, one])).values()];
  }, [choice, owner, thing]);
}
