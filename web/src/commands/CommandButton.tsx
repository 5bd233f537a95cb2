import Button, { type ButtonProps } from "@mui/material/Button";
import Tooltip from "@mui/material/Tooltip";
import type { ReactNode } from "react";
import { useStore } from "../state/store";
import { commandOf } from "./list";
import { keysSaid, useShortcuts } from "./shortcuts";

/** The command's name, with more about it if that is given, and its shortcut. */
export function useTip(id: string, says?: string): string {
  const command = commandOf(id);
  const keys = useShortcuts(({ changed }) => keysSaid(command, changed));
  return `${says ?? command.name}${keys ? ` (${keys})` : ""}`;
}

/** A button that does what is in the one list of commands: named, explained and switched off by it. */
export function CommandButton({
  command: id,
  says,
  children,
  ...look
}: { command: string; says?: string; children?: ReactNode } & Omit<ButtonProps, "children" | "onClick">) {
  const command = commandOf(id);
  const tip = useTip(id, says);
  const lacks = useStore((state) => command.lacks?.(state) ?? null);
  return (
    <Tooltip title={lacks === null ? tip : `${tip}: ${lacks}`}>
      <span>
        <Button variant="outlined" {...look} disabled={lacks !== null} onClick={command.run}>
          {children ?? command.name}
        </Button>
      </span>
    </Tooltip>
  );
}
