/**
 * Who has the keys. A press anywhere but in the field that is typed in ends the typing, before what is pressed does anything: so what was
 * typed is written to what its field was showing. What was pressed by a pointer does not keep the keys either: Enter, Space and digits are
 * the stage's until somebody goes on by Tab.
 */
export function watchFocus(): void {
  document.addEventListener("pointerdown", leave, { capture: true });
  for (const done of ["pointerup", "change"]) document.addEventListener(done, give, { capture: true });
  document.addEventListener("focusin", goOn);
  document.addEventListener("keydown", byKeys, { capture: true });
}

let byPointer = false;
function byKeys() {
  byPointer = false;
}

/** What lies over the page has the keys for itself, and gives them back when it closes. */
export const over = "[role=dialog], [role=menu], [role=presentation], .MuiPopper-root";

/** What has no use for keys once it was pressed. A block or key of a graph that was pressed is nudged by the arrows. */
const pressed =
  "button, a, [role=button]:not([data-nudged]), input[type=checkbox], input[type=range], [tabindex='0']:not([role])";

const held = () => {
  const { activeElement } = document;
  return activeElement instanceof HTMLElement || activeElement instanceof SVGElement ? activeElement : null;
};

function leave({ target }: PointerEvent) {
  byPointer = true;
  const active = held();
  if (active === null || !(target instanceof Element) || active.contains(target) || target.closest(over)) return;
  active.blur();
}

function give({ type }: Event) {
  const active = held();
  if (active === null || !byPointer || active.closest(over) || !active.matches(type === "change" ? "select" : pressed))
    return;
  opener = active;
  // After the press has done what it does: what it opens has to know where the keys were.
  setTimeout(() => document.activeElement === active && active.blur());
}

/** The button that a pointer pressed last: when what it opened closes, the keys come back to it, and go on to the stage. */
let opener: Element | null = null;

function goOn({ target, relatedTarget }: FocusEvent) {
  if (target !== opener || !(target instanceof HTMLElement || target instanceof SVGElement)) return;
  if (relatedTarget instanceof Element && relatedTarget.closest(over)) target.blur();
}
