import type { Cue, Film, FilmChange, Shot } from "../api/types";

/** Something in a list that its id tells from its neighbours; cards and tracks do not come to the page. */
interface Named {
  id: string;
}

interface ListChange<T> {
  put: T[];
  gone: string[];
  order?: string[] | null;
}

interface Splice<T> {
  at: number;
  remove: number;
  insert: T[];
}

const lists = ["drawings", "puppets", "shots", "charts", "kept", "sounds"] as const;

/** The film after a change that the core tells: what the change does not name is the very same as before. */
export function changed(film: Film, change: FilmChange): Film {
  const after = {
    ...(change.head ?? film),
    drawings: list(film.drawings, change.drawings),
    puppets: inside(list(film.puppets, change.puppets), change.inPuppets, (puppet, told) => ({
      ...(told.head ?? puppet),
      parts: inside(list(puppet.parts, told.parts), told.inParts, (part, of) => {
        const after = of.head ?? part;
        const strokes = splice(part.bend?.strokes ?? [], of.weightStrokes);
        return {
          ...after,
          swaps: list(part.swaps, of.swaps),
          forms: list(part.forms, of.forms),
          pins: list(part.pins, of.pins),
          patches: list(part.patches, of.patches),
          kneads: inside(list(part.kneads, of.kneads), of.inKneads, (knead, one) => ({
            ...(one.head ?? knead),
            strokes: splice(knead.strokes, one.strokes),
          })),
          bend: after.bend ? { ...after.bend, strokes } : after.bend,
        };
      }),
      bones: list(puppet.bones, told.bones),
      reaches: list(puppet.reaches, told.reaches),
      dials: list(puppet.dials, told.dials),
    })),
    shots: inside(list(film.shots, change.shots), change.inShots, shotChanged),
    charts: list(film.charts, change.charts),
    kept: list(film.kept, change.kept),
    sounds: list(film.sounds, change.sounds),
  };
  const same = !change.head && lists.every((name) => after[name] === film[name]);
  return same ? film : after;
}

/** The page keeps no keys: a shot of which only keys changed is the very same. */
function shotChanged(shot: Shot, told: FilmChange["inShots"][number]): Shot {
  const { head, things, placed, sounds, cues, shakes, references, asides } = told;
  if (![head, things, placed, sounds, cues, shakes, references, asides].some(Boolean)) return shot;
  return {
    ...(head ?? shot),
    things: list(shot.things, things),
    placed: list(shot.placed, placed),
    sounds: list(shot.sounds, sounds),
    cues: cuesOf(shot.cues, cues),
    shakes: list(shot.shakes, shakes),
    references: list(shot.references, references),
    asides: list(shot.asides, asides),
    tracks: shot.tracks,
    cards: shot.cards,
  };
}

/** Cues are told apart by who speaks and when; they stand in the order of both. */
function cuesOf(now: Cue[], change: FilmChange["inShots"][number]["cues"]): Cue[] {
  if (!change) return now;
  const place = ({ owner, frame }: { owner: string; frame: number }) => `${owner} ${frame}`;
  const replaced = new Set([...change.put, ...change.gone].map(place));
  return [...now.filter((cue) => !replaced.has(place(cue))), ...change.put].sort((a, b) =>
    a.owner === b.owner ? a.frame - b.frame : a.owner < b.owner ? -1 : 1,
  );
}

function list<T extends Named>(now: T[], change: ListChange<T> | null | undefined): T[] {
  if (!change) return now;
  const put = new Map(change.put.map((item) => [item.id, item]));
  const gone = new Set(change.gone);
  const kept = now
    .filter((item) => !gone.has(item.id))
    .map((item) => {
      const replaced = put.get(item.id);
      put.delete(item.id);
      return replaced ?? item;
    });
  const after = [...kept, ...change.put.filter((item) => put.has(item.id))];
  if (!change.order) return after;
  const rank = new Map(change.order.map((id, i) => [id, i]));
  const last = change.order.length;
  return after.sort((a, b) => (rank.get(a.id) ?? last) - (rank.get(b.id) ?? last));
}

function inside<T extends Named, C extends Named>(now: T[], changes: C[], apply: (item: T, change: C) => T): T[] {
  if (changes.length === 0) return now;
  const byId = new Map(changes.map((change) => [change.id, change]));
  const after = now.map((item) => {
    const change = byId.get(item.id);
    return change ? apply(item, change) : item;
  });
  return after.every((item, i) => item === now[i]) ? now : after;
}

function splice<T>(now: T[], change: Splice<T> | null | undefined): T[] {
  return change ? now.toSpliced(change.at, change.remove, ...change.insert) : now;
}
