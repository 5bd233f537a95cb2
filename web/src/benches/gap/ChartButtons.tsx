import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { ReactNode } from "react";
import { MarkButton } from "../../commands/MarkButton";
import { drawnFrom, eases, isSame, overshooting, plainGap } from "../../fields/charts";
import { commit } from "../../state/film";
import { set, useStore } from "../../state/store";
import { words } from "../../words/timing";
import type { GapHere } from "./useGap";

/** Charts by name, drawn ones, holds, and a chart that is carried from one gap to another: each has its place. */
export function ChartButtons({ here, curve }: { here: GapHere; curve: readonly number[] }) {
  const copied = useStore((state) => state.chart);
  const { gap, change, put } = here;
  const isDrawn = gap.ease.kind === "drawn";
  const over = gap.ease.kind === "slow" && Boolean(gap.ease.overPercent);
  return (
    <Box
      sx={{ display: "grid", gridTemplateColumns: "repeat(3, 1fr)", gap: 0.5, my: 0.75 }}
      role="group"
      aria-label={words.chart}
    >
      {eases.map(({ title, ease }) => (
        <Chart
          key={title}
          on={!gap.held && isSame(ease, gap.ease)}
          onPress={() => void commit(change({ ease, held: false }))}
        >
          {title}
        </Chart>
      ))}
      <Chart
        on={over && !gap.held}
        says={words.overshootTip}
        onPress={() => void commit(change({ ease: overshooting, held: false }))}
      >
        {words.overshoot}
      </Chart>
      <Chart on={gap.held ?? false} says={words.holdTip} onPress={() => void commit(change({ held: !gap.held }))}>
        {words.hold}
      </Chart>
      <Chart
        on={isDrawn && !gap.held}
        says={words.drawTip}
        onPress={() => void commit(change(isDrawn ? { held: false } : { ease: drawnFrom(curve), held: false }))}
      >
        {isDrawn ? words.drawn : words.draw}
      </Chart>
      <Box sx={{ gridColumn: "span 2", display: "flex", gap: 0.5, justifyContent: "flex-end" }}>
        <MarkButton mark="copy" name={words.copyChart} onClick={async () => set({ chart: await here.newest() })} />
        <MarkButton
          mark="put"
          name={words.pasteChart}
          says={copied === null ? words.copyFirst : words.pasteTip}
          disabled={copied === null}
          onClick={() => copied && void commit(put(copied))}
        />
        <MarkButton
          mark="first"
          name={words.resetChart}
          says={words.resetTip}
          onClick={() => void commit(put(plainGap))}
        />
      </Box>
    </Box>
  );
}

function Chart({
  on,
  says,
  onPress,
  children,
}: {
  on: boolean;
  says?: string;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <Button
      variant={on ? "contained" : "outlined"}
      aria-pressed={on}
      title={says}
      onClick={onPress}
      sx={{ px: 0.25, borderRadius: 1.5, height: 26 }}
    >
      {children}
    </Button>
  );
}
