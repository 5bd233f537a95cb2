import type { Film, FilmChange } from "../api/types";

/**
 * By which edit things last changed: whoever shows one owner's keys, or pictures made from them, does it again only when that
 * owner changed.
 */
export interface Since {
  /** Edits of what everything is made of. */
  all: number;
  /** Edits of a shot's own values: its length, its wind. */
  shots: ReadonlyMap<string, number>;
  /** Edits of an owner in a shot, by {@link ownerKey}: its keys, its cards, its stand, its puppet. */
  owners: ReadonlyMap<string, number>;
  /** Edits of anything in a shot. */
  inside: ReadonlyMap<string, number>;
}

export const untouched: Since = { all: 0, shots: new Map(), owners: new Map(), inside: new Map() };

const ownerKey = (shot: string, owner: string) => `${shot} ${owner}`;

/** What an edit changed, noted under its number. */
export function noted(since: Since, change: FilmChange, film: Film, edit: number): Since {
  if (change.head || change.drawings || change.shots || change.puppets) return { ...untouched, all: edit };
  const [shots, owners, inside] = [new Map(since.shots), new Map(since.owners), new Map(since.inside)];
  const kept = new Set(change.kept?.put.map(({ id }) => id));
  for (const shot of kept.size > 0 ? film.shots : []) {
    for (const { owner } of shot.placed.filter(({ action }) => kept.has(action))) {
      owners.set(ownerKey(shot.id, owner), edit);
      inside.set(shot.id, edit);
    }
  }
  const puppets = new Set(change.inPuppets.map(({ id }) => id));
  for (const shot of puppets.size > 0 ? film.shots : []) {
    for (const thing of shot.things) {
      if (thing.body.kind !== "cast" || !puppets.has(thing.body.puppet)) continue;
      owners.set(ownerKey(shot.id, thing.id), edit);
      inside.set(shot.id, edit);
    }
  }
  for (const told of change.inShots) {
    // Whose a placed action was that is gone is not told.
    if (told.head || told.shakes || told.placed?.gone.length) shots.set(told.id, edit);
    for (const owner of ownersIn(told)) owners.set(ownerKey(told.id, owner), edit);
    inside.set(told.id, edit);
  }
  return { all: since.all, shots, owners, inside };
}

function* ownersIn({ things, tracks, inTracks, cards, placed, cues }: FilmChange["inShots"][number]): Iterable<string> {
  for (const thing of things?.put ?? []) yield thing.id;
  yield* things?.gone ?? [];
  for (const one of [...(placed?.put ?? []), ...(cues?.put ?? []), ...(cues?.gone ?? [])]) yield one.owner;
  for (const track of [...(tracks?.put ?? []), ...inTracks]) yield track.address.owner;
  for (const place of [...(tracks?.gone ?? []), ...(cards?.put ?? []), ...(cards?.gone ?? [])]) yield place.owner;
}

/** The edit that last changed what an owner does in a shot. */
export const lastEditOf = ({ all, shots, owners }: Since, shot: string, owner: string): number =>
  Math.max(all, shots.get(shot) ?? 0, owners.get(ownerKey(shot, owner)) ?? 0);

/** The edit that last changed anything that is in a shot. */
export const lastEditIn = ({ all, inside }: Since, shot: string): number => Math.max(all, inside.get(shot) ?? 0);
