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
  const change = (changes: Changes) => ofEach(reaches, "Changed reaches", ({ id }) => one(changes, id));
  return (
    <>
      <Heading>{reaches.length > 1 ? `${reaches.length} reaches` : "Reach"}</Heading>
      <TextField label="Name" value={reach.name} onWrite={(name) => void commit(one({ name }))} />
      <Fact title="From" value={nameOf(puppet, reach.upper)} />
      <Fact title="To the end of" value={nameOf(puppet, reach.lower)} />
      <ChoiceField
        label="Bends"
        value={String(reach.bend)}
        choices={[
          { value: "1", title: "clockwise" },
          { value: "-1", title: "anticlockwise" },
        ]}
        onChoose={(bend) => void commit(change({ bend: Number(bend) }))}
      />
      <NumberField
        label="Stretches by up to"
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
          <Hint>
            This reach is of before chains reached all that their limits allow: a limited or long one may miss its goal
            and jump. Mended it moves on smoothly, and poses that it took may change.
          </Hint>
          <Button variant="outlined" onClick={() => void commit(change({ method: "Settled" }))}>
            Mend the reach
          </Button>
        </>
      )}
      <Hint>Choose “Try it” and drag the ring: the bones follow. In Act the goal can be planted on the ground.</Hint>
      <Remove title={reaches.length > 1 ? `Remove ${reaches.length} reaches` : "Remove the reach"} />
    </>
  );
}
