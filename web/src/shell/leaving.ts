import { get } from "../state/store";

/** A page with an edit that is not on the server's disk yet asks before it is left: closed at once it would be lost without a word. */
export function watchLeaving(): void {
  window.addEventListener("beforeunload", (event) => {
    if (get().kept !== "kept") event.preventDefault();
  });
}
