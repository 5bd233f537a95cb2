import Box from "@mui/material/Box";
import { useTheme } from "@mui/material/styles";
import { goTo } from "../../commands/going";
import { chooseMouth, chooseStretch } from "../../commands/mouths";
import { commit } from "../../state/film";
import { useShot } from "../../state/select";
import { get, set, useStore } from "../../state/store";
import { words } from "../../words/sound";
import { RowHead } from "../RowHead";
import { useScale } from "../scale";
import { useFrameDrag } from "../useFrameDrag";
import { mouthOf, mouths, stretchesOf } from "./cues";

const High = 24;

/** What a puppet says, below what is heard: a stretch for each mouth. A letter chooses the mouth of the chosen frames. */
export function CueRow({ owner, names }: { owner: string; names: number }) {
  const scale = useScale();
  const { inks } = useTheme().palette;
  const shot = useShot();
  const spoken = useStore((state) => (state.spoken?.owner === owner ? state.spoken : null));
  const still = stretchesOf(shot?.cues ?? [], owner, shot?.length ?? 1);
  /** An edge stays between its neighbours. */
  const between = (frame: number, to: number) => {
    const at = still.findIndex(({ from }) => from === frame);
    return Math.max((still[at - 1]?.from ?? 0) + 1, Math.min(still[at]?.to ?? to, to));
  };
  const chooseAt = (frame: number) => {
    chooseStretch(owner, frame);
    goTo(frame);
  };
  const [moved, dragEdge] = useFrameDrag(scale, chooseAt, (frame, to) => {
    const [shotId, edge] = [get().shotId ?? "", between(frame, to)];
    if (edge !== frame) void commit({ kind: "moveCue", shotId, owner, frame, to: edge });
  });
  if (!shot || (shot.sounds.length === 0 && shot.cues.every((cue) => cue.owner !== owner))) return null;
  const shown = shot.cues.map((cue) =>
    moved !== null && cue.owner === owner && cue.frame === moved.frame
      ? { ...cue, frame: between(cue.frame, cue.frame + Math.round(moved.shift / scale.perFrame)) }
      : cue,
  );
  const stretches = moved === null ? still : stretchesOf(shown, owner, shot.length);

  /** A click takes the stretch there, a drag the frames it goes over. */
  const press = (event: React.PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const target = event.currentTarget;
    const left = target.getBoundingClientRect().left;
    const frameAt = (x: number) => Math.max(1, Math.min(shot.length, Math.round(scale.frame(x - left))));
    const start = frameAt(event.clientX);
    target.setPointerCapture(event.pointerId);
    chooseStretch(owner, start);
    target.onpointermove = ({ clientX }) => {
      const end = frameAt(clientX);
      if (end !== start || get().spoken?.from !== start)
        set({ spoken: { owner, from: Math.min(start, end), to: Math.max(start, end) } });
    };
    target.onlostpointercapture = () => {
      target.onpointermove = null;
      target.onlostpointercapture = null;
      goTo(get().spoken?.from ?? start);
    };
  };
  const keys = (event: React.KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey) return;
    const now = spoken ?? { owner, from: get().frame, to: get().frame };
    const step = event.key === "ArrowLeft" ? -1 : event.key === "ArrowRight" ? 1 : 0;
    const mouth = mouths.find(({ key }) => key === event.key);
    if (step !== 0) {
      const edge = stretches.find(({ from }) => from === now.from);
      if (event.shiftKey && edge && edge.from > 1) {
        const shotId = get().shotId ?? "";
        void commit({ kind: "moveCue", shotId, owner, frame: edge.from, to: edge.from + step });
        set({ spoken: { ...now, from: edge.from + step } });
      } else chooseStretch(owner, step < 0 ? now.from - 1 : now.to + 1);
    } else if (mouth && !event.altKey) void chooseMouth(mouth.mouth);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Box sx={{ display: "flex", borderBottom: 1, borderColor: "divider" }}>
      <RowHead width={names} title={words.mouth} />
      <Box
        role="listbox"
        tabIndex={0}
        aria-label={words.mouthCues}
        onKeyDown={keys}
        onFocus={() => get().spoken === null && chooseStretch(owner, get().frame)}
        sx={{ flex: 1, minWidth: 0 }}
      >
        <svg
          role="none"
          width="100%"
          height={High}
          style={{ display: "block", overflow: "hidden", cursor: "pointer", touchAction: "none" }}
          onPointerDown={press}
        >
          {stretches.map((stretch) => {
            const [left, right] = [scale.x(stretch.from - 0.5), scale.x(stretch.to + 0.5)];
            const { title, says } = mouthOf(stretch.mouth) ?? { title: "", says: "" };
            const label = words.cueSpan(title, says, stretch.from, stretch.to);
            const silent = stretch.mouth === "Keyed";
            return (
              <g
                key={stretch.from}
                role="option"
                aria-selected={spoken?.from === stretch.from}
                aria-label={label}
                tabIndex={-1}
                data-cue={stretch.from}
                data-mouth={stretch.mouth}
              >
                {!silent && (
                  <rect
                    x={left + 0.5}
                    y={3}
                    width={Math.max(1, right - left - 1)}
                    height={High - 6}
                    rx={2}
                    fill={stretch.mouth === "Rest" ? inks.paper : inks.card}
                    stroke={inks.plum}
                  >
                    <title>{label}</title>
                  </rect>
                )}
                {!silent && right - left > 14 && (
                  <svg x={left + 3} y={0} width={right - left - 5} height={High} pointerEvents="none">
                    <text x={Math.max(0, -left)} y={16} fontSize={11} fill={inks.ink}>
                      {title}
                    </text>
                  </svg>
                )}
                {stretch.from > 1 && (
                  <rect
                    data-edge="cue"
                    x={left - 3}
                    y={0}
                    width={Math.min(6, Math.max(3, (right - left) / 3))}
                    height={High}
                    fill="transparent"
                    style={{ cursor: "col-resize" }}
                    onPointerDown={(event) => dragEdge(stretch.from, event)}
                  />
                )}
              </g>
            );
          })}
          {spoken && (
            <rect
              data-spoken
              x={scale.x(spoken.from - 0.5)}
              y={1}
              width={(spoken.to - spoken.from + 1) * scale.perFrame}
              height={High - 2}
              fill={inks.petrol}
              fillOpacity={0.16}
              stroke={inks.petrol}
              strokeWidth={1.6}
              pointerEvents="none"
            />
          )}
        </svg>
      </Box>
    </Box>
  );
}
