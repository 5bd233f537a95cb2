import { expect, test } from "vitest";
import type { Film, Shot, Track } from "../api/types";
import { packFilm, packShot } from "./packedKeys";

const address = { owner: "a", thing: "b", property: "turn" };
const number = (keys: object[]) => ({ kind: "number", address, keys }) as Track;
const plain = number([
  { frame: 1, value: 0.5 },
  { frame: 9, value: -2 },
]);
const timed = number([{ frame: 1, value: 0.5, gap: { ease: { kind: "slow" }, every: 1 } }]);
const choice = { kind: "choice", address, keys: [{ frame: 1, id: "wide" }] } as Track;
const shot = (tracks: Track[]) => ({ id: "s", tracks }) as Shot;

test("keys of numbers leave the text, by shot and track", () => {
  const film = { shots: [shot([choice, plain]), shot([plain])] } as Film;
  const [text, keys] = packFilm(JSON.stringify(film));
  expect([...keys]).toEqual([0, 1, 2, 1, 0.5, 9, -2, 1, 0, 2, 1, 0.5, 9, -2]);
  expect(JSON.parse(text)).toEqual({ shots: [shot([choice, number([])]), shot([number([])])] });
});

test("a track with a gap of its own stays whole, and so does what is no number", () => {
  const [text, keys] = packShot(JSON.stringify(shot([timed, choice])));
  expect([...keys]).toEqual([]);
  expect(JSON.parse(text)).toEqual(shot([timed, choice]));
});
