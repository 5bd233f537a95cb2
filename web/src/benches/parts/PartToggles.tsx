import type { Part } from "../../api/types";
import { CommandButton } from "../../commands/CommandButton";
import { words } from "../../words/parts";

/** What chosen parts can be switched to; where they differ, all are switched on first. */
export function PartToggles({ parts }: { parts: Part[] }) {
  const all = (what: "hidden" | "locked" | "tuckedAway") => parts.every((part) => part[what]);
  return (
    <>
      <CommandButton command="hide">{all("hidden") ? words.show : words.hide}</CommandButton>
      <CommandButton command="lock">{all("locked") ? words.unlock : words.lock}</CommandButton>
      <CommandButton command="tuck">{all("tuckedAway") ? words.showInLists : words.hideInLists}</CommandButton>
    </>
  );
}
