import { useTheme } from "@mui/material/styles";
import { useEffect, useState } from "react";
import type { Point } from "../api/types";
import { engine } from "../engine/engine";
import { commit, tell } from "../state/film";
import { newId, viewOf } from "../state/select";
import { get, set, useStore } from "../state/store";

/** A limb of two bones has so many joints; with Shift there are more. */
const Usual = 3;

/**
 * A limb on its way, joint by joint. Its third press makes it, or with Shift held the first one without; Enter makes it as it is, Escape
 * drops it.
 */
export function useLimbDraft(puppet: string | null) {
  const tool = useStore((state) => state.tool);
  const [joints, setJoints] = useState<Point[]>([]);
  const [to, setTo] = useState<Point | null>(null);
  const drawing = tool === "limb" && joints.length > 0;
  const end = (all: Point[]) => {
    setJoints([]);
    if (all.length > 1) void make(all).catch(tell);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: another tool or puppet drops it
  useEffect(() => setJoints([]), [tool, puppet]);
  useEffect(() => {
    if (!drawing) return;
    const key = (event: KeyboardEvent) => {
      if (event.key !== "Enter" && event.key !== "Escape") return;
      event.stopPropagation();
      event.preventDefault();
      if (event.key === "Enter") end(joints);
      else setJoints([]);
    };
    window.addEventListener("keydown", key, true);
    return () => window.removeEventListener("keydown", key, true);
  });
  return {
    joints: drawing ? joints : [],
    to,
    follow: setTo,
    press: (at: Point, goesOn: boolean) => {
      const all = [...joints, at];
      setTo(at);
      if (all.length >= Usual && !goesOn) end(all);
      else setJoints(all);
    },
  };
}

/** The limb that was drawn is chosen by its reach, which is what it is pulled by. */
async function make(joints: Point[]): Promise<void> {
  const view = viewOf(get());
  if (view === null) return;
  const id = newId("limb");
  const { chosen } = get();
  const part = chosen?.kind === "part" ? chosen.thing : null;
  const edits = get().edits;
  await commit(engine.work({ kind: "drawLimb", view, joints, newId: id, part }));
  if (get().edits > edits) set({ chosen: { kind: "reach", thing: `${id}-reach` }, also: [] });
}

/** What is drawn of it so far, and the piece that the next press would add. */
export function LimbDraft({ joints, to, scale }: { joints: Point[]; to: Point | null; scale: number }) {
  const { inks } = useTheme().palette;
  if (joints.length === 0) return null;
  const line = (points: Point[]) => points.map(({ x, y }) => `${x},${y}`).join(" ");
  return (
    <g pointerEvents="none" data-testid="limb">
      <polyline points={line(joints)} fill="none" stroke={inks.brass} strokeWidth={5 * scale} strokeLinecap="round" />
      {to && (
        <polyline
          points={line([...joints.slice(-1), to])}
          fill="none"
          stroke={inks.brass}
          strokeWidth={3 * scale}
          strokeDasharray={`${6 * scale} ${4 * scale}`}
        />
      )}
      {joints.map((joint) => (
        <circle
          key={`${joint.x} ${joint.y}`}
          cx={joint.x}
          cy={joint.y}
          r={6 * scale}
          fill={inks.card}
          stroke={inks.brass}
          strokeWidth={2 * scale}
        />
      ))}
    </g>
  );
}
