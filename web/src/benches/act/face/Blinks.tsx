import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import type { Puppet, Shot } from "../../../api/types";
import { ChoiceField } from "../../../fields/ChoiceField";
import { Setting } from "../../../fields/Setting";
import { wish } from "../../../state/film";
import { rangeOf } from "../../../state/select";
import { type BlinkSettings, get, set, useStore } from "../../../state/store";
import { words } from "../../../words/face";
import { units } from "../../../words/units";
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
      choices={[{ value: "", title: words.none }, ...choices]}
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
      unit={units.frames}
      value={now[name]}
      min={1}
      max={100}
      onSet={(value) => change({ [name]: value })}
    />
  );
  return (
    <>
      {lid(0, words.lid)}
      {lid(1, words.secondLid)}
      {frames(words.closeOver, "close")}
      {frames(words.stayShut, "hold")}
      {frames(words.openOver, "open")}
      <ChoiceField
        label={words.brow}
        value={now.brow}
        choices={[{ value: "", title: words.stays }, ...choices]}
        onChoose={(brow) => change({ brow })}
      />
      {now.brow !== "" && (
        <Setting
          label={words.browMovesBy}
          unit="%"
          value={now.browBy}
          min={-100}
          max={100}
          onSet={(browBy) => change({ browBy })}
        />
      )}
      <Setting
        label={words.aboutEvery}
        unit="s"
        value={now.every}
        min={1}
        max={60}
        onSet={(every) => change({ every })}
      />
      <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", mt: 1 }}>
        <Button variant="outlined" disabled={now.lids.length === 0} onClick={() => blink(frame, frame)}>
          {words.blinkAt(frame)}
        </Button>
        <Button
          variant="outlined"
          disabled={now.lids.length === 0}
          title={words.irregularTip(now.seed)}
          onClick={() => {
            blink(from, to);
            change({ seed: now.seed + 1 });
          }}
        >
          {words.irregular(from, to)}
        </Button>
      </Box>
    </>
  );
}
