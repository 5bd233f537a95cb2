import Button from "@mui/material/Button";
import type { Puppet } from "../../api/types";
import { Heading, Hint } from "../../fields/Heading";
import { commit } from "../../state/film";
import { nameOf } from "../../state/select";
import { useAnswer } from "../../state/useAnswer";
import { ofEach } from "../chosenAmong";

/** Most that are named before the rest is counted. */
const Named = 4;

/** Left and right that have nothing to say it in their names, but look it. */
export function SidesByShape({ puppet }: { puppet: Puppet }) {
  const pairs = useAnswer({ kind: "sides", puppet: puppet.id })?.pairs ?? [];
  const paired = puppet.pairs.length;
  return (
    <>
      <Heading>Left and right</Heading>
      {pairs.length === 0 ? (
        <Hint>
          {paired > 0 ? `${paired} paired beside those whose names say it. ` : "Paired as names say it: left, right. "}
          Nothing else looks like two sides; choose a pair by hand in Act, under “How it goes on”.
        </Hint>
      ) : (
        <>
          <Hint>
            These look like two sides:{" "}
            {pairs
              .slice(0, Named)
              .map(({ one, other }) => `${nameOf(puppet, one)} and ${nameOf(puppet, other)}`)
              .join("; ")}
            {pairs.length > Named ? `; ${pairs.length - Named} more` : ""}.
          </Hint>
          <Button
            variant="outlined"
            onClick={() =>
              void commit(
                ofEach(pairs, "Paired left and right", ({ one, other }) => ({
                  kind: "pairThings",
                  puppetId: puppet.id,
                  one,
                  other,
                })),
              )
            }
          >
            Pair them
          </Button>
        </>
      )}
    </>
  );
}
