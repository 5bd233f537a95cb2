import Button, { type ButtonProps } from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import type { ReactNode } from "react";
import type { Mark } from "../fields/marks";
import { useStore } from "../state/store";
import { commandOf } from "./list";
import { MarkButton } from "./MarkButton";
import { keysSaid, useShortcuts } from "./shortcuts";

/** The command's name, with more about it if that is given, and its shortcut. */
export function useTip(id: string, says?: string): string {
  const command = commandOf(id);
  const keys = useShortcuts(({ changed }) => keysSaid(command, changed));
  return `${says ?? command.name}${keys ? ` (${keys})` : ""}`;
}

type Look = Omit<ButtonProps, "children" | "onClick">;

/** A button that does what is in the one list of commands: named, explained and switched off by it. */
export function CommandButton({
  command: id,
  says,
  children,
  ...look
}: { command: string; says?: string; children?: ReactNode } & Look) {
  const { command, tip, lacks } = useCommand(id, says);
  return (
    <Tooltip title={tip}>
      <span>
        <Button variant="outlined" {...look} disabled={lacks} onClick={command.run}>
          {children ?? command.name}
        </Button>
      </span>
    </Tooltip>
  );
}

/** The same as a drawing; its name, which tells how it stands, and its shortcut are said on hover. */
export function CommandMark({
  command: id,
  mark,
  name,
  says,
  ...look
}: { command: string; mark: Mark; name?: string; says?: string } & Look) {
  const { command, tip, lacks } = useCommand(id, says);
  return (
    <MarkButton
      {...look}
      mark={mark}
      name={name ?? command.name}
      says={name && says ? `${name}. ${tip}` : tip}
      disabled={lacks}
      onClick={command.run}
    />
  );
}

function useCommand(id: string, says?: string) {
  const command = commandOf(id);
  const tip = useTip(id, says);
  const lacks = useStore((state) => command.lacks?.(state) ?? null);
  return { command, tip: lacks === null ? tip : `${tip}: ${lacks}`, lacks: lacks !== null };
}
