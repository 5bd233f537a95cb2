import { isReordering } from "../fields/Reorderable";

/** Lines of a list: what can be chosen in it. */
const lines = "li [aria-pressed], li [role=button]";

const steps: Record<string, (at: number, last: number) => number> = {
  ArrowDown: (at, last) => Math.min(last, at + 1),
  ArrowUp: (at) => Math.max(0, at - 1),
  Home: () => 0,
  End: (_, last) => last,
};

/** Arrow keys, Home and End go from line to line of a column, wherever in it the keys are; the stage's own are for when it has them. */
export function walkLines(event: React.KeyboardEvent<HTMLElement>): void {
  const target = event.target as HTMLElement;
  const step = steps[event.key];
  if (step === undefined || isReordering() || event.ctrlKey || event.altKey || event.metaKey || event.shiftKey) return;
  if (target !== event.currentTarget && target.closest("li") === null) return;
  if (target.matches("input, select, textarea, [role=slider]")) return;
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>(lines)].filter(
    (line) => line.offsetParent !== null,
  );
  const next = all[step(all.indexOf(target), all.length - 1)];
  if (next === undefined) return;
  event.preventDefault();
  event.stopPropagation();
  next.focus();
  next.scrollIntoView({ block: "nearest" });
}
