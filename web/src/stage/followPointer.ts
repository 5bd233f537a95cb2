/** Follows a pressed pointer until it is let go, told where; Escape, or a pointer that is lost, ends it with nothing. */
export function followPointer(on: {
  move: (event: PointerEvent) => void;
  end: (at: PointerEvent | null) => void;
}): void {
  const end = (at: PointerEvent | null) => {
    window.removeEventListener("pointermove", on.move);
    window.removeEventListener("pointerup", end);
    window.removeEventListener("pointercancel", cancel);
    window.removeEventListener("keydown", key, true);
    on.end(at);
  };
  const cancel = () => end(null);
  const key = (pressed: KeyboardEvent) => {
    if (pressed.key !== "Escape") return;
    pressed.stopPropagation();
    end(null);
  };
  window.addEventListener("pointermove", on.move);
  window.addEventListener("pointerup", end);
  window.addEventListener("pointercancel", cancel);
  window.addEventListener("keydown", key, true);
}
