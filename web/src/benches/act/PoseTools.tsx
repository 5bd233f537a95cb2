import Box from "@mui/material/Box";
import { CommandButton, CommandMark } from "../../commands/CommandButton";
import { type Chosen, useStore } from "../../state/store";

/**
 * What is done to a pose as it stands, in one row: keyed by a word, the rest by drawings.
 *
 * @param own what is chosen of the puppet; null for all of it.
 */
export function PoseTools({ own, keyedHere }: { own: Chosen | null; keyedHere: boolean }) {
  const keyWhole = useStore((state) => state.keyWhole);
  const otherSide = useStore((state) => state.otherSide);
  const restFollows = useStore((state) => state.restFollows);
  const toggle = (on: boolean) => ({ variant: on ? "contained" : "outlined", "aria-pressed": on }) as const;
  return (
    <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", my: 1 }} role="group" aria-label="The pose">
      <CommandButton
        command="key-pose"
        variant="contained"
        says="Key everything of this puppet as it stands"
        sx={{ height: 26, borderRadius: 1.5 }}
      >
        Key the pose
      </CommandButton>
      <CommandMark
        command="hold-here"
        mark="hold"
        says={own ? "Hold: this thing stands still up to here" : "Hold: the whole puppet stands still up to here"}
      />
      <CommandMark command={own ? "thing-to-rest" : "puppet-to-rest"} mark="rest" name="Back to rest" />
      {(own === null || own.kind === "body") && (
        <CommandMark
          command="squash"
          mark="squash"
          name="Squash on contact"
          says="Wide at this frame and back in four, with the area kept"
        />
      )}
      <CommandMark
        command="keep-pose"
        mark="keep"
        says={own ? "Keep this pose of what is chosen, to be used again" : "Keep this pose, to be used again"}
      />
      <CommandMark
        command="keep-expression"
        mark="face"
        name="Keep this expression"
        says="What is chosen, or all that is keyed here, becomes an amount to be keyed"
      />
      {keyedHere && <CommandMark command="card-out" mark="out" color="error" />}
      <CommandMark
        command="key-whole"
        mark="whole"
        name={`Changes key: ${keyWhole ? "the whole pose" : "what is touched"}`}
        says="What a change keys"
        {...toggle(keyWhole)}
      />
      <CommandMark
        command="other-side"
        mark="sides"
        name={`Other side: ${sides[otherSide]}`}
        says="What becomes of the other arm, ear or wing while one is dragged"
        {...toggle(otherSide !== "Stays")}
      />
      <CommandMark
        command="rest-follows"
        mark="follow"
        name={`A dragged card: the rest ${restFollows ? "follows" : "stays"}`}
        says="What becomes of later cards when one is dragged along the strip"
        {...toggle(restFollows)}
      />
    </Box>
  );
}

const sides = { Stays: "stays", Same: "the same way", Opposite: "as in a mirror" } as const;
