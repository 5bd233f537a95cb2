import Box from "@mui/material/Box";
import { CommandButton, CommandMark } from "../../commands/CommandButton";
import { type Chosen, useStore } from "../../state/store";
import { words } from "../../words/act";

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
    <Box sx={{ display: "flex", gap: 0.5, flexWrap: "wrap", my: 1 }} role="group" aria-label={words.pose}>
      <CommandButton
        command="key-pose"
        variant="contained"
        says={words.keyPoseTip}
        sx={{ height: 26, borderRadius: 1.5 }}
      >
        {words.keyPose}
      </CommandButton>
      <CommandMark command="hold-here" mark="hold" says={own ? words.holdSelectionTip : words.holdPuppetTip} />
      <CommandMark command={own ? "thing-to-rest" : "puppet-to-rest"} mark="rest" name={words.resetToRest} />
      {(own === null || own.kind === "body") && (
        <CommandMark command="squash" mark="squash" name={words.squashOnContact} says={words.squashTip} />
      )}
      <CommandMark command="keep-pose" mark="keep" says={own ? words.saveSelectionTip : words.savePoseTip} />
      <CommandMark command="keep-expression" mark="face" name={words.saveExpression} says={words.saveExpressionTip} />
      {keyedHere && <CommandMark command="card-out" mark="out" color="error" />}
      <CommandMark
        command="key-whole"
        mark="whole"
        name={words.autoKey(keyWhole ? words.wholePose : words.touched)}
        says={words.whatChangeKeys}
        {...toggle(keyWhole)}
      />
      <CommandMark
        command="other-side"
        mark="sides"
        name={words.oppositeLimb(sides[otherSide])}
        says={words.oppositeTip}
        {...toggle(otherSide !== "Stays")}
      />
      <CommandMark
        command="rest-follows"
        mark="follow"
        name={words.ripple(restFollows ? words.on : words.off)}
        says={words.rippleTip}
        {...toggle(restFollows)}
      />
    </Box>
  );
}

const sides = { Stays: words.still, Same: words.same, Opposite: words.mirrored } as const;
