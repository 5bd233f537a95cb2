import Button from "@mui/material/Button";
import type { Gap } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { newId } from "../../state/select";
import { useStore } from "../../state/store";
import { words } from "../../words/timing";

const same = (a: Gap, b: Gap) =>
  JSON.stringify([a.ease, a.every, a.stagger]) === JSON.stringify([b.ease, b.every, b.stagger]);

/** The film's charts with names: put into this gap, or this one kept. */
export function KeptCharts({ gap, onChoose }: { gap: Gap; onChoose: (gap: Gap) => void }) {
  const charts = useStore((state) => state.film?.charts);
  const here = charts?.find((chart) => same(chart.gap, gap));
  return (
    <>
      {charts && charts.length > 0 && (
        <ChoiceField
          label={words.savedChart}
          value={here?.id ?? ""}
          choices={[
            { value: "", title: here ? words.none : words.selectOne },
            ...charts.map(({ id, name }) => ({ value: id, title: name })),
          ]}
          onChoose={(id) => {
            const chart = charts.find((one) => one.id === id);
            if (chart) onChoose(chart.gap);
          }}
        />
      )}
      <TextField
        key={here?.id ?? "new"}
        label={here ? words.chartName : words.saveAs}
        value={here?.name ?? ""}
        onWrite={(name) =>
          void commit({ kind: "keepChart", chart: { id: here?.id ?? newId("chart"), name, gap: here?.gap ?? gap } })
        }
      />
      {here && (
        <Button color="error" variant="outlined" onClick={() => void commit({ kind: "removeChart", chartId: here.id })}>
          {words.deleteIt}
        </Button>
      )}
    </>
  );
}
