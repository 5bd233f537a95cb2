/** A pointer that lets go this far from the button that it pressed, px, and beside it, has thought better of it. */
const Slip = 8;

/**
 * What is pressed is what is clicked, also when the page moves it on between press and release: the answer to the press before may
 * come just then. Without this the browser finds two buttons, and clicks neither.
 */
export function watchPresses(): void {
  document.addEventListener("pointerdown", hold, { capture: true });
  document.addEventListener("click", judge, { capture: true });
}

let pressed: { x: number; y: number } | null = null;

function hold({ target, button, pointerId, clientX, clientY }: PointerEvent) {
  const on = button === 0 && target instanceof Element ? target.closest("button") : null;
  pressed = on === null ? null : { x: clientX, y: clientY };
  on?.setPointerCapture(pointerId);
}

function judge(event: MouseEvent) {
  const [from, on] = [pressed, event.target];
  pressed = null;
  if (from === null || !(on instanceof Element)) return;
  const slipped = Math.hypot(event.clientX - from.x, event.clientY - from.y) > Slip;
  const { left, right, top, bottom } = (on.closest("button") ?? on).getBoundingClientRect();
  const inside = event.clientX >= left && event.clientX <= right && event.clientY >= top && event.clientY <= bottom;
  if (!slipped || inside) return;
  event.preventDefault();
  event.stopPropagation();
}
