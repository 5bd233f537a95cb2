import { get, type Place, type State, useStore } from "./store";

/** Where somebody was in a film. */
export type Was = Partial<Pick<State, "shotId" | "puppetId" | "castId" | "frame">> & { place?: Place };

/** Of so many films, those that were open last. */
const Most = 40;
const Key = "places";

interface Memory {
  last: string | null;
  films: Record<string, Was>;
}

function memory(): Memory {
  try {
    const read = JSON.parse(localStorage.getItem(Key) ?? "null") as Memory | null;
    return { last: read?.last ?? null, films: read?.films ?? {} };
  } catch {
    // What stands there is not ours, or the browser keeps nothing.
    return { last: null, films: {} };
  }
}

/** Where somebody was in a film when it was open last. */
export const placeIn = (film: string): Was => memory().films[film] ?? {};

export const lastFilm = (): string | null => memory().last;

/** Keeps the place in the browser while it changes, a moment after it has come to a rest. */
export function rememberPlaces(): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const keep = () => {
    const { filmId, place, shotId, puppetId, castId, frame } = get();
    if (filmId === null) return;
    const { [filmId]: _, ...others } = memory().films;
    const kept = Object.fromEntries(Object.entries(others).slice(-Most));
    const next: Memory = { last: filmId, films: { ...kept, [filmId]: { place, shotId, puppetId, castId, frame } } };
    localStorage.setItem(Key, JSON.stringify(next));
  };
  useStore.subscribe((now, before) => {
    const moved =
      now.filmId !== before.filmId ||
      now.place !== before.place ||
      now.shotId !== before.shotId ||
      now.puppetId !== before.puppetId ||
      now.castId !== before.castId ||
      (now.frame !== before.frame && !now.playing);
    if (!moved) return;
    clearTimeout(timer);
    timer = setTimeout(keep, 200);
  });
  // A page that goes away at once has no moment left.
  window.addEventListener("pagehide", keep);
}
