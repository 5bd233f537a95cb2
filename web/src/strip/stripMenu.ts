import type { StripOwner } from "../api/types";
import { goTo } from "../commands/going";
import { chooseStretch } from "../commands/mouths";
import { set } from "../state/store";
import { choiceHere, choose } from "./beads";
import { rowKey } from "./question";

/**
 * A right press on the strip is about what lies under it: a card or a bead, with all keys that are chosen if it is one of them, a gap, or
 * a block. What it is about is chosen first.
 */
export function openStripMenu(event: React.MouseEvent, { rows, owner }: StripOwner): void {
  const { target, clientX: x, clientY: y } = event;
  if (!(target instanceof Element)) return;
  const about = blockAt(target, owner) ?? cardAt(target, rows) ?? beadAt(target, rows) ?? gapAt(target);
  if (about === null) return;
  event.preventDefault();
  set({ menu: { x, y, about } });
}

const near = (target: Element, name: string) => target.closest<SVGElement | HTMLElement>(`[data-${name}]`);

function blockAt(target: Element, owner: string) {
  const cue = near(target, "cue");
  if (cue) {
    chooseStretch(owner, Number(cue.dataset.cue));
    return "chosen";
  }
  const block = near(target, "placed") ?? near(target, "sound");
  // What has the keys is chosen.
  block?.focus();
  return block && "chosen";
}

function cardAt(target: Element, rows: StripOwner["rows"]) {
  const card = near(target, "card");
  if (card === null) return null;
  const frame = Number(card.dataset.card);
  if (card.getAttribute("aria-pressed") !== "true") {
    choose(
      rows
        .filter((row) => row.value == null && row.beads.some((bead) => bead.frame === frame))
        .map((row) => ({ row, frames: [frame] })),
      "only",
    );
    goTo(frame);
  }
  return "keys";
}

/** On a bead, or anywhere on a row whose beads are drawn as one, where keys are chosen. */
function beadAt(target: Element, rows: StripOwner["rows"]) {
  const row = rows.find((one) => rowKey(one) === near(target, "row")?.dataset.row);
  if (row === undefined) return null;
  const bead = near(target, "bead");
  const chosen = choiceHere()?.rows.get(rowKey(row))?.frames;
  const frames = bead ? [Number(bead.dataset.bead)] : row.beads.map(({ frame }) => frame);
  if (!frames.some((frame) => chosen?.has(frame))) choose([{ row, frames }], "only");
  return "keys";
}

function gapAt(target: Element) {
  const gap = near(target, "gap-after");
  if (gap === null) return null;
  set({ beads: null });
  goTo(Number(gap.dataset.gapAfter));
  return "gap";
}
