import { useTheme } from "@mui/material/styles";
import { useShallow } from "zustand/react/shallow";
import { viewOf } from "../state/select";
import { type State, useStore } from "../state/store";
import { useAnswer } from "../state/useAnswer";
import { useStillFrame } from "../state/useStillFrame";
import { words } from "../words/stage";

/** What moves a puppet's weight while it is dragged. */
const posing: Partial<Record<NonNullable<State["gripping"]>["kind"], true>> = {
  Goal: true,
  Turn: true,
  Shift: true,
  Pin: true,
};

/** Where a puppet's weight is, the plumb line that hangs from it, and what bears it: while it is posed, and always when asked for. */
export function BalanceLayer({ owner, scale }: { owner: string; scale: number }) {
  const { inks } = useTheme().palette;
  const view = useStore(useShallow(viewOf));
  const frame = useStillFrame();
  const always = useStore((state) => state.balance);
  const gripping = useStore((state) => state.gripping);
  const posed = gripping !== null && gripping.owner === owner && posing[gripping.kind] === true;
  const without = posed && gripping.kind === "Goal" ? gripping.thing : null;
  const answer = useAnswer(
    (always || posed) && view?.shot && owner ? { kind: "balance", view, frame, owner, without } : null,
  );
  if (!answer?.centre || !answer.plumb) return null;
  const { centre, plumb, from, to, offPx } = answer;
  const ink = offPx === 0 ? inks.leaf : inks.blade;
  const said =
    from == null
      ? words.unsupported
      : offPx === 0
        ? words.inBalance
        : words.falls(Math.abs(offPx), offPx > 0 ? words.right : words.left);
  const line = (d: string, width: number) => (
    // Paper round the line, so that it is seen on any art.
    <>
      <path d={d} stroke={inks.card} strokeWidth={(width + 2.5) * scale} strokeLinecap="round" />
      <path d={d} stroke={ink} strokeWidth={width * scale} strokeLinecap="round" />
    </>
  );
  return (
    <g pointerEvents="none" fill="none" data-testid="balance" data-off={offPx}>
      <title>{said}</title>
      {from && to && line(`M${from.x} ${from.y}L${to.x} ${to.y}`, 4)}
      {line(`M${centre.x} ${centre.y}L${plumb.x} ${plumb.y}`, 1.2)}
      <g transform={`translate(${plumb.x} ${plumb.y}) scale(${scale})`}>
        <path d="M-5 -9H5L0 2Z" fill={ink} stroke={inks.card} strokeWidth={1.5} strokeLinejoin="round" />
      </g>
      <g transform={`translate(${centre.x} ${centre.y}) scale(${scale})`}>
        <circle r={8} fill={inks.card} stroke={ink} strokeWidth={2.5} />
        <path d="M0 -8V8M-8 0H8" stroke={ink} strokeWidth={1.5} />
      </g>
      {offPx !== 0 && (
        <text
          transform={`translate(${plumb.x} ${plumb.y}) scale(${scale})`}
          y={18}
          textAnchor="middle"
          fontSize={12}
          fontWeight={700}
          fill={ink}
          stroke={inks.card}
          strokeWidth={3}
          paintOrder="stroke"
        >
          {words.offBy(Math.abs(offPx))}
        </text>
      )}
    </g>
  );
}
