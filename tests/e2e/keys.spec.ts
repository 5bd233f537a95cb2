import { expect, type Page, test } from "./test";
import { oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const strip = (page: Page) => page.getByRole("region", { name: "Timeline" });
const bead = (page: Page, row: string, frame: number) => strip(page).getByRole("button", { name: `${row}, key at frame ${frame}`, exact: true });
const card = (page: Page) => page.getByRole("region", { name: "Selected keys" });

/** Frames of one thing's keys, as the film on the server has them. */
async function frames(page: Page, thing: string): Promise<number[]> {
  const film = await server.film(await page.evaluate(() => window.fretsaw.state().filmId));
  const tracks = film.shots[1].tracks.filter((track: { address: { owner: string; thing: string } }) => track.address.owner === "bramble" && track.address.thing === thing);
  const all: number[] = tracks.flatMap((track: { keys: { frame: number }[] }) => track.keys.map((key) => key.frame));
  return [...new Set(all)].sort((a, b) => a - b);
}

async function acting(page: Page) {
  await open(page, server);
  await page.keyboard.press("3");
  await painted(page);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  await expect(bead(page, "Whole body", 1)).toBeVisible();
  return frames(page, "body");
}

/** Where a bead is, px. */
async function at(page: Page, row: string, frame: number) {
  const box = await bead(page, row, frame).boundingBox();
  if (box === null) throw new Error(`There is no bead of ${row} at ${frame}.`);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2);
  await page.mouse.move(to.x, to.y);
  await page.mouse.up();
}

test("beads are chosen by a box, dragged along, stretched by their end, and all of it undone", async ({ page }) => {
  const before = await acting(page);
  const [first, last] = [before[1]!, before[3]!];
  const [from, to] = [await at(page, "Whole body", first), await at(page, "Whole body", last)];
  await drag(page, { x: from.x - 9, y: from.y - 9 }, { x: to.x + 9, y: to.y + 8 });
  await expect(card(page)).toContainText(`3 keys selected from ${first} to ${last}`);

  const perFrame = (to.x - from.x) / (last - first);
  await oneEdit(page, () => drag(page, from, { x: from.x + 2 * perFrame, y: from.y }));
  expect((await frames(page, "body")).slice(1, 4)).toEqual(before.slice(1, 4).map((frame) => frame + 2));
  await expect(card(page)).toContainText(`from ${first + 2} to ${last + 2}`);

  // By the end of what is chosen, about the first of it.
  const end = await page.locator("[data-span=last]").boundingBox();
  await oneEdit(page, () => drag(page, { x: end!.x + 4, y: end!.y + 4 }, { x: end!.x + 4 - ((last - first) / 2) * perFrame, y: end!.y + 4 }));
  const stretched = (await frames(page, "body")).slice(1, 4);
  expect(stretched[0]).toBe(first + 2);
  expect(Math.abs(stretched[2]! - (first + 2 + (last - first) / 2))).toBeLessThanOrEqual(1);

  await oneEdit(page, () => page.keyboard.press("Control+z"));
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect(await frames(page, "body")).toEqual(before);
});

test("from the keyboard: all keys of a frame, moved, repeated, cut and pasted, taken out", async ({ page }) => {
  const before = await acting(page);
  const here = before[1]!;
  await page.evaluate((frame) => window.fretsaw.setState({ frame }), here);
  await page.keyboard.press("Shift+a");
  await expect(card(page)).toContainText(`selected at ${here}`);
  await oneEdit(page, () => page.keyboard.press("Alt+."));
  expect((await frames(page, "body"))[1]).toBe(here + 1);
  const film = await server.film(await page.evaluate(() => window.fretsaw.state().filmId));
  expect(film.shots[1].cards.some((one: { owner: string; frame: number }) => one.owner === "bramble" && one.frame === here + 1)).toBe(true);

  await page.keyboard.press("Control+c");
  await page.evaluate(() => window.fretsaw.setState({ frame: 170 }));
  await oneEdit(page, () => page.keyboard.press("Control+v"));
  expect(await frames(page, "body")).toContain(170);
  await page.evaluate(() => window.fretsaw.setState({ frame: 175 }));
  await page.keyboard.press("Control+x");
  await oneEdit(page, () => page.keyboard.press("Control+v"));
  expect(await frames(page, "body")).toEqual([before[0], ...before.slice(2), 170, 175].sort((a, b) => a! - b!));

  await oneEdit(page, () => page.keyboard.press("Delete"));
  expect(await frames(page, "body")).not.toContain(175);
  await expect(card(page)).toHaveCount(0);
});

test("a row by its name is reversed, typed to another length and scattered with another", async ({ page }) => {
  const before = await acting(page);
  await strip(page).getByRole("button", { name: "Select all keys of Whole body" }).click();
  await expect(card(page)).toContainText(`${before.length} keys selected`);
  await oneEdit(page, () => card(page).getByRole("button", { name: "Reverse" }).click());
  const [first, last] = [before[0]!, before.at(-1)!];
  expect(await frames(page, "body")).toEqual(before.map((frame) => first + last - frame).reverse());

  const half = Math.round((last - first) / 2);
  const field = card(page).getByRole("textbox", { name: "First to last, fr." });
  await field.fill(String(half));
  await oneEdit(page, () => field.press("Enter"));
  const shorter = await frames(page, "body");
  expect([shorter[0], shorter.at(-1)]).toEqual([first, first + half]);

  const film = await server.film(await page.evaluate(() => window.fretsaw.state().filmId));
  const head: string = film.puppets[0].dials.find((dial: { name: string }) => dial.name === "Head turn").id;
  const was = [shorter, await frames(page, head)];
  await strip(page).getByRole("button", { name: "Select all keys of Head turn" }).click({ modifiers: ["Shift"] });
  await oneEdit(page, () => card(page).getByRole("button", { name: "Scatter" }).click());
  const now = [await frames(page, "body"), await frames(page, head)];
  const offsets = now.map((row, i) => [...new Set(row.map((frame, k) => frame - was[i]![k]!))]);
  expect(offsets.map((one) => one.length)).toEqual([1, 1]);
  expect(offsets[0]![0]).not.toBe(offsets[1]![0]);
});

test("the strip comes nearer about the pointer, goes along and follows the saw blade", async ({ page }) => {
  const keys = await acting(page);
  const [middle, last] = [keys[2]!, keys.at(-1)!];
  const place = await at(page, "Whole body", middle);
  // A pointer stands on whole pixels; what lies a little beside it goes away from it as the strip comes nearer.
  const pointer = Math.round(place.x);
  await page.mouse.move(pointer, place.y);
  await page.keyboard.down("Control");
  for (let i = 0; i < 8; i++) await page.mouse.wheel(0, -100);
  await page.keyboard.up("Control");
  const length = await page.evaluate(() => window.fretsaw.state().film.shots[1].length);
  await expect.poll(async () => {
    const view = await page.evaluate(() => window.fretsaw.state().stripView);
    const nearer = view === null ? 1 : (length - 1) / (view.to - view.from);
    return nearer > 2 && Math.abs((await at(page, "Whole body", middle)).x - pointer - nearer * (place.x - pointer)) < 1;
  }).toBe(true);
  const view = await page.evaluate(() => window.fretsaw.state().stripView);
  expect(view.to - view.from).toBeLessThan(80);
  await expect(bead(page, "Whole body", last)).toHaveCount(0);

  await page.keyboard.press("End");
  await expect(bead(page, "Whole body", middle)).toHaveCount(0);
  await page.keyboard.press("Home");
  await expect(bead(page, "Whole body", keys[0]!)).toBeVisible();
  await page.keyboard.press("Alt+0");
  await expect(bead(page, "Whole body", last)).toBeVisible();
  await page.getByRole("searchbox", { name: "Find a row of keys by name" }).fill("paw");
  await expect(strip(page).getByRole("group", { name: "Keys of Whole body" })).toHaveCount(0);
  await expect(strip(page).getByRole("group", { name: "Keys of Paw, lamp side" })).toBeVisible();
});

test("frames come in at the saw blade and the shot is stretched with its keys", async ({ page }) => {
  const before = await acting(page);
  await page.evaluate(() => window.fretsaw.setState({ frame: 50 }));
  await page.getByRole("button", { name: /^Shot 2/ }).click();
  await oneEdit(page, () => page.getByRole("button", { name: "Insert", exact: true }).click());
  expect(await frames(page, "body")).toEqual(before.map((frame) => (frame >= 50 ? frame + 12 : frame)));
  await oneEdit(page, () => page.getByRole("button", { name: "Delete", exact: true }).click());
  expect(await frames(page, "body")).toEqual(before);
  await page.getByRole("checkbox", { name: "Stretch keys too" }).check();
  const length = page.getByRole("textbox", { name: "Length, fr.", exact: true });
  await length.fill("383");
  await oneEdit(page, () => length.press("Enter"));
  expect(await frames(page, "body")).toEqual(before.map((frame) => 2 * frame - 1));
});

test("cards are chosen from here to there, and a chart goes to all gaps between them", async ({ page }) => {
  await acting(page);
  const cards = async (): Promise<{ owner: string; frame: number; gap: unknown }[]> =>
    (await server.film("demo")).shots[1].cards.filter((one: { owner: string }) => one.owner === "bramble");
  const pose = (frame: number) => strip(page).locator(`[data-card="${frame}"]`);
  // The tests before left the cards elsewhere, in the same film.
  const first = (await cards()).slice(0, 3).map((one) => one.frame);
  await pose(first[0]!).click();
  await pose(first[2]!).click({ modifiers: ["Shift"] });
  for (const frame of first) await expect(pose(frame)).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByRole("heading", { name: /^2 selected gaps/ })).toBeVisible();
  const gaps = async () => (await cards()).map((one) => JSON.stringify(one.gap));
  const before = await gaps();
  await oneEdit(page, () => page.getByRole("group", { name: "Chart" }).getByRole("button", { name: "Linear", exact: true }).click());
  const after = await gaps();
  expect(after[0]).toBe(after[1]);
  expect(after[0]).not.toBe(before[0]);
  expect(after.slice(2)).toEqual(before.slice(2));
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect(await gaps()).toEqual(before);
});
