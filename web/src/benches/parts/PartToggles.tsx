import type { Part } from "../../api/types";
import { CommandButton } from "../../commands/CommandButton";

/** What chosen parts can be switched to; where they differ, all are switched on first. */
export function PartToggles({ parts }: { parts: Part[] }) {
  const all = (what: "hidden" | "locked" | "tuckedAway") => parts.every((part) => part[what]);
  return (
    <>
      <CommandButton command="hide">{all("hidden") ? "Show" : "Hide"}</CommandButton>
      <CommandButton command="lock">{all("locked") ? "Unlock" : "Lock"}</CommandButton>
      <CommandButton command="tuck">{all("tuckedAway") ? "Bring back" : "Tuck away"}</CommandButton>
    </>
  );
}
