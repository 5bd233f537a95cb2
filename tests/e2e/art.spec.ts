import { readdirSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { createRequire } from "node:module";
import { expect, test } from "./test";
import { averaged, onBench, ours, psnr, rendered } from "./pictures";
import { open, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const Side = 512;
const Averaged = 4;

async function newFilm(): Promise<string> {
  const made = await fetch(`${server.address}/api/films`, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ name: "Check" }) });
  return (await made.json()).id;
}

async function bring(film: string, name: string, svg: string) {
  const form = new FormData();
  form.append("file", new Blob([svg]), name);
  const answer = await fetch(`${server.address}/api/films/${film}/puppets`, { method: "POST", body: form });
  expect(answer.status, `${name}: ${await answer.clone().text()}`).toBe(200);
  return answer.json();
}

/**
 * Outside check: drawings of the package openmoji 17 (layered SVG, CC BY-SA 4.0), against Chromium's own rendering of the
 * files. The measure is the peak signal to noise of 128 × 128 pixels on white, each the mean of 4 × 4 painted ones, since
 * the two rasterisers count the cover of an edge in quarters that need not be the same. 38 dB is a mean error of 3 of 255,
 * which no missing or misplaced shape stays above.
 */
test("layered drawings that others made look as the browser renders them", async ({ page }) => {
  const folder = join(dirname(createRequire(import.meta.url).resolve("openmoji/package.json")), "color/svg");
  const files = readdirSync(folder)
    .filter((_, i) => i % 150 === 7)
    .map((name) => ({ name, svg: readFileSync(join(folder, name), "utf8") }))
    .filter(({ svg }) => (svg.match(/<g /g)?.length ?? 0) > 1);
  expect(files.length).toBeGreaterThan(20);
  const film = await newFilm();
  const puppets: { name: string; svg: string; thing: string; notes: string[] }[] = [];
  for (const { name, svg } of files) {
    const brought = await bring(film, name, svg);
    puppets.push({ name, svg, thing: brought.thing, notes: brought.report.notes.map((note: { what: string }) => note.what) });
  }
  await open(page, server, film);
  const kept = await server.film(film);
  const near: number[] = [];
  for (const { name, svg, thing, notes } of puppets) {
    const mine = await ours(page, { puppet: thing, aspect: 1 }, 1, Side, Side);
    const theirs = await rendered(page, svg, { x: 0, y: 0, width: 72, height: 72 }, onBench(kept, thing, Side, Side), Side, Side);
    near.push(psnr(averaged(mine, Side, Averaged), averaged(theirs, Side, Averaged)));
    expect.soft(near.at(-1), `${name} (${notes.join("; ")})`).toBeGreaterThan(38);
  }
  console.log(`${near.length} drawings: PSNR ${Math.min(...near).toFixed(1)} to ${Math.max(...near).toFixed(1)} dB`);
});

/** Outside check: the layered SVG of a posed puppet, as Chromium renders the file, against our own picture of the frame. */
test("a puppet at a frame goes out as layered SVG that looks the same, and comes back with its parts", async ({ page }) => {
  await open(page, server);
  const film = await server.film("demo");
  const member = film.shots[1].things.find((thing: { body: { kind: string } }) => thing.body.kind === "cast");
  const view = { shot: "fog-horn", cast: member.id, aspect: 1 };
  const svg = await (await fetch(`${server.address}/api/films/demo/shots/fog-horn/cast/${member.id}/frames/96.svg`)).text();
  const [x, y, width, height] = /viewBox="([^"]*)"/.exec(svg)?.[1]?.split(" ").map(Number) as [number, number, number, number];
  const [across, down] = [480, 270];
  const mine = await ours(page, view, 96, across, down);
  const theirs = await rendered(page, svg, { x, y, width, height }, onBench(film, member.body.puppet, across, down), across, down);
  const near = psnr(mine, theirs);
  console.log(`frame 96: PSNR ${near.toFixed(1)} dB`);
  // Meshed art is a texture on triangles in one and outlines in the other, so their edges differ a little more.
  expect(near).toBeGreaterThan(38);

  // At rest it goes out as it was drawn and not as it stands there, kneaded: that its drawings are the same is the server's test.
  const rest = await (await fetch(`${server.address}/api/films/demo/puppets/${member.body.puppet}/rest.svg`)).text();
  const again = await newFilm();
  const { report } = await bring(again, "bramble.svg", rest);
  expect(report.notes).toEqual([]);
  const drawn = (parts: { name: string; drawing?: string }[]) => parts.filter((part) => part.drawing).map((part) => part.name);
  const before = film.puppets[0];
  const after = (await server.film(again)).puppets[0];
  const names = drawn(before.parts);
  expect(drawn(after.parts).filter((name) => names.includes(name))).toEqual(names);
  // What can show in a part's place comes along, hidden, under the part's name and its own.
  const swaps = before.parts.flatMap((part: { name: string; swaps: { name: string; drawing?: string }[] }) =>
    part.swaps.filter((swap) => swap.drawing).map((swap) => `${part.name}: ${swap.name}`),
  );
  expect(swaps.length).toBeGreaterThan(0);
  expect(after.parts.filter((part: { hidden: boolean; name: string }) => part.hidden && part.name.includes(": ")).map((part: { name: string }) => part.name)).toEqual(expect.arrayContaining(swaps));
});
