import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Puppet, Shot } from "../../../api/types";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Setting } from "../../../fields/Setting";
import { wish } from "../../../state/film";
import { rangeOf } from "../../../state/select";
import { type BlinkSettings, get, set, useStore } from "../../../state/store";
import { lidsOf, namedLids } from "./features";

const plain: BlinkSettings = { lids: [], close: 2, hold: 1, open: 3, brow: "", browBy: 15, every: 4, seed: 1 };

/** Blinks, one at the saw blade or many at irregular times. Lids that are held shut, or move, are left alone. */
export function Blinks({ puppet, owner, shot, frame }: { puppet: Puppet; owner: string; shot: Shot; frame: number }) {
  const kept = useStore((state) => state.blinks[puppet.id]);
  const all = lidsOf(puppet);
  const now = kept ?? {
    ...plain,
    lids: namedLids(puppet)
      .map(({ id }) => id)
      .slice(0, 2),
  };
  const change = (changes: Partial<BlinkSettings>) =>
    set({ blinks: { ...get().blinks, [puppet.id]: { ...now, ...changes } } });
  const { from, to } = rangeOf(shot);
  const blink = (first: number, last: number) => {
    const { lids, close, hold, open, every, seed } = now;
    const brow = now.brow === "" ? null : now.brow;
    const times = { from: first, to: last, close, hold, open, everySeconds: every, seed };
    void wish({ kind: "blink", shot: shot.id, owner, lids, brow, browBy: now.browBy, ...times });
  };
  const choices = all.map(({ id, name }) => ({ value: id, title: name }));
  const lid = (index: number, label: string) => (
    <ChoiceField
      label={label}
      value={now.lids[index] ?? ""}
      choices={[{ value: "", title: "none" }, ...choices]}
      onChoose={(id) => {
        const lids = [...now.lids];
        lids[index] = id;
        change({ lids: lids.filter((one) => one) });
      }}
    />
  );
  const frames = (label: string, name: "close" | "hold" | "open") => (
    <Setting
      label={label}
      unit="fr."
      value={now[name]}
      min={1}
      max={100}
      onSet={(value) => change({ [name]: value })}
    />
  );
  return (
    <>
      {lid(0, "Lid")}
      {lid(1, "Other lid")}
      {frames("Closes in", "close")}
      {frames("Stays shut", "hold")}
      {frames("Opens in", "open")}
      <ChoiceField
        label="Brow"
        value={now.brow}
        choices={[{ value: "", title: "stays" }, ...choices]}
        onChoose={(brow) => change({ brow })}
      />
      {now.brow !== "" && (
        <Setting
          label="Brow goes by"
          unit="%"
          value={now.browBy}
          min={-100}
          max={100}
          onSet={(browBy) => change({ browBy })}
        />
      )}
      <Setting label="About every" unit="s" value={now.every} min={1} max={60} onSet={(every) => change({ every })} />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Button variant="outlined" disabled={now.lids.length === 0} onClick={() => blink(frame, frame)}>
          Blink at {frame}
        </Button>
        <Button
          variant="outlined"
          disabled={now.lids.length === 0}
          title={`At irregular times; again, at others (now number ${now.seed})`}
          onClick={() => {
            blink(from, to);
            change({ seed: now.seed + 1 });
          }}
        >
          Irregular from {from} to {to}
        </Button>
      </Box>
    </>
  );
}
