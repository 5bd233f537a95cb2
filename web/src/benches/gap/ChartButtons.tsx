import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { ReactNode } from "react";
import { MarkButton } from "../../commands/MarkButton";
import { drawnFrom, eases, isSame, overshooting, plainGap } from "../../fields/charts";
import { commit } from "../../state/film";
import { set, useStore } from "../../state/store";
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
      aria-label="Chart"
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
        says="Past the pose, and settled there"
        onPress={() => void commit(change({ ease: overshooting, held: false }))}
      >
        Overshoot
      </Chart>
      <Chart
        on={gap.held ?? false}
        says="The ease stays as it is for when the hold is lifted"
        onPress={() => void commit(change({ held: !gap.held }))}
      >
        Hold
      </Chart>
      <Chart
        on={isDrawn && !gap.held}
        says="The curve as it is gets points to draw it by"
        onPress={() => void commit(change(isDrawn ? { held: false } : { ease: drawnFrom(curve), held: false }))}
      >
        {isDrawn ? "Drawn" : "Draw"}
      </Chart>
      <Box sx={{ gridColumn: "span 2", display: "flex", gap: 0.5, justifyContent: "flex-end" }}>
        <MarkButton mark="copy" name="Copy this chart" onClick={async () => set({ chart: await here.newest() })} />
        <MarkButton
          mark="put"
          name="Put it here"
          says={
            copied === null
              ? "Put it here: copy a chart first"
              : "Put the copied chart here: it scales to this gap's length"
          }
          disabled={copied === null}
          onClick={() => copied && void commit(put(copied))}
        />
        <MarkButton
          mark="first"
          name="As at first"
          says="As at first: what a gap is until somebody says otherwise"
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
