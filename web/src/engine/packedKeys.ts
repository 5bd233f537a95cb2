import type { Film, Shot, Track } from "../api/types";

/**
 * Numbers' keys travel to the core as numbers: it reads text slowly in the browser, where nothing of it is compiled ahead, and
 * nearly all of a film's text is keys. Each track that is packed is told as the index of its shot, its own, how many keys it has,
 * then frame and value of each. Keys with a gap of their own stay in the text, with their whole track.
 */
export function packFilm(text: string): [string, Float64Array] {
  const film = JSON.parse(text) as Film;
  const keys: number[] = [];
  const shots = film.shots.map((shot, index) => packed(shot, index, keys));
  return [JSON.stringify({ ...film, shots }), Float64Array.from(keys)];
}

/** The same for a shot by itself, which counts as the first. */
export function packShot(text: string): [string, Float64Array] {
  const keys: number[] = [];
  return [JSON.stringify(packed(JSON.parse(text) as Shot, 0, keys)), Float64Array.from(keys)];
}

function packed(shot: Shot, index: number, into: number[]): Shot {
  return { ...shot, tracks: shot.tracks.map((track, number) => without(track, index, number, into)) };
}

function without(track: Track, shot: number, number: number, into: number[]): Track {
  if (track.kind !== "number" || track.keys.some((key) => key.gap)) return track;
  into.push(shot, number, track.keys.length);
  for (const { frame, value } of track.keys) into.push(frame, value);
  return { ...track, keys: [] };
}
