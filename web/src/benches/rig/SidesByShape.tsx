import Button from "@mui/material/Button";
import type { Puppet } from "../../api/types";
import { Heading, Hint } from "../../fields/Heading";
import { commit } from "../../state/film";
import { nameOf } from "../../state/select";
import { useAnswer } from "../../state/useAnswer";
import { words } from "../../words/rig";
import { ofEach } from "../chosenAmong";

/** Most that are named before the rest is counted. */
const Named = 4;

/** Left and right that have nothing to say it in their names, but look it. */
export function SidesByShape({ puppet }: { puppet: Puppet }) {
  const pairs = useAnswer({ kind: "sides", puppet: puppet.id })?.pairs ?? [];
  const paired = puppet.pairs.length;
  return (
    <>
      <Heading>{words.leftAndRight}</Heading>
      {pairs.length === 0 ? (
        <Hint>{words.noSidesHint(paired > 0 ? words.foundPairs(paired) : words.pairedByName)}</Hint>
      ) : (
        <>
          <Hint>
            {words.sidesHint(
              pairs
                .slice(0, Named)
                .map(({ one, other }) => words.pair(nameOf(puppet, one), nameOf(puppet, other)))
                .join("; "),
              pairs.length > Named ? words.morePairs(pairs.length - Named) : "",
            )}
          </Hint>
          <Button
            variant="outlined"
            onClick={() =>
              void commit(
                ofEach(pairs, words.pairLeftAndRight, ({ one, other }) => ({
                  kind: "pairThings",
                  puppetId: puppet.id,
                  one,
                  other,
                })),
              )
            }
          >
            {words.pairThem}
          </Button>
        </>
      )}
    </>
  );
}
