import Button from "@mui/material/Button";
import type { Edit, Puppet, Reach } from "../../api/types";
import { ChoiceField } from "../../fields/ChoiceField";
import { Fact } from "../../fields/Fact";
import { Heading, Hint } from "../../fields/Heading";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { commit } from "../../state/film";
import { nameOf } from "../../state/select";
import { useStore } from "../../state/store";
import { counts } from "../../words/count";
import { words } from "../../words/rig";
import { chosenAmong, ofEach } from "../chosenAmong";
import { Remove } from "./Remove";

export function ReachCard({ puppet, reach }: { puppet: Puppet; reach: Reach }) {
  const also = useStore((state) => state.also);
  const reaches = chosenAmong(puppet.reaches, reach, also);
  type Changes = Partial<Extract<Edit, { kind: "changeReach" }>>;
  const one = (changes: Changes, reachId = reach.id): Edit => ({
    kind: "changeReach",
    puppetId: puppet.id,
    reachId,
    ...changes,
  });
  /** What is set is set of all that are chosen. */
  const change = (changes: Changes) => ofEach(reaches, words.changeChain, ({ id }) => one(changes, id));
  return (
    <>
      <Heading>{reaches.length > 1 ? counts.chains(reaches.length) : words.chain}</Heading>
      <TextField label={words.name} value={reach.name} onWrite={(name) => void commit(one({ name }))} />
      <Fact title={words.firstBone} value={nameOf(puppet, reach.upper)} />
      <Fact title={words.lastBone} value={nameOf(puppet, reach.lower)} />
      <ChoiceField
        label={words.bendDirection}
        value={String(reach.bend)}
        choices={[
          { value: "1", title: words.clockwise },
          { value: "-1", title: words.anticlockwise },
        ]}
        onChoose={(bend) => void commit(change({ bend: Number(bend) }))}
      />
      <NumberField
        label={words.stretchByUpTo}
        unit="%"
        decimals={0}
        step={5}
        min={0}
        max={300}
        value={reach.stretchPercent}
        edit={(stretchPercent) => change({ stretchPercent })}
      />
      {reach.method === "Rounds" && (
        <>
          <Hint>{words.oldChainHint}</Hint>
          <Button variant="outlined" onClick={() => void commit(change({ method: "Settled" }))}>
            {words.updateChain}
          </Button>
        </>
      )}
      <Hint>{words.chainHint}</Hint>
      <Remove title={reaches.length > 1 ? words.deleteChains(reaches.length) : words.deleteChain} />
    </>
  );
}
