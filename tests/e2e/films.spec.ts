import { expect, type Page, test } from "./test";
import { newFilm, oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const films = (page: Page) => page.getByRole("list", { name: "Films", exact: true }).getByRole("listitem");
const shots = (page: Page) => page.getByRole("list", { name: "Shots, in order" }).getByRole("listitem");

test("films are made under names of their own, renamed, copied, taken away and brought back", async ({ page }) => {
  await open(page, server);
  await newFilm(page);
  await newFilm(page);
  await page.keyboard.press("Shift+g");
  await expect(films(page)).toHaveText([/Evening Rounds.*3 shots · 15 s/, /New film.*1 shot · 4 s/, /New film 2/]);
  await oneEdit(page, async () => {
    await page.getByLabel("Name", { exact: true }).fill("Otter");
    await page.keyboard.press("Enter");
  });
  await oneEdit(page, () => page.getByLabel("Frame rate").fill("12").then(() => page.keyboard.press("Enter")));
  await expect(films(page)).toHaveText([/Evening Rounds/, /New film/, /Otter.*1 shot · 8 s/]);

  await page.getByRole("button", { name: "Duplicate Evening Rounds" }).click();
  await expect(films(page)).toHaveText([/Evening Rounds/, /New film/, /Otter/, /Evening Rounds, copy.*3 shots · 15 s/]);
  await page.getByRole("button", { name: "Delete New film" }).click();
  await expect(films(page)).toHaveCount(3);
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(films(page)).toHaveCount(4);

  // The one that is open can go too; another opens, and the first comes back from below.
  await page.getByRole("button", { name: "Delete Otter" }).click();
  await expect(page.getByRole("list", { name: "Deleted films" })).toHaveText(/Otter/);
  await page.waitForFunction(() => window.fretsaw.state().film.name !== "Otter");
  await page.getByRole("button", { name: "Restore Otter" }).click();
  await page.getByRole("button", { name: "Open Otter" }).click();
  await page.waitForFunction(() => window.fretsaw.state().film.name === "Otter" && !window.fretsaw.state().filmsOpen);
});

test("shots are copied with their keys, put in order and taken out, each undone", async ({ page }) => {
  await open(page, server, "demo");
  const order = async () => (await server.film("demo")).shots.map((shot: { name: string }) => shot.name);
  await page.keyboard.press("Shift+g");
  await oneEdit(page, () => page.getByRole("button", { name: "Duplicate the shot Good evening" }).click());
  await expect(shots(page)).toHaveText([/Rounds/, /Fog horn/, /Good evening/, /Good evening, copy/]);
  expect(await order()).toEqual(["Rounds", "Fog horn", "Good evening", "Good evening, copy"]);
  const [, , own, copy] = (await server.film("demo")).shots;
  expect(copy.tracks).toEqual(own.tracks);

  // The copy, made from a shot that had not been looked at, has its keys here as well.
  await page.waitForFunction(() => window.fretsaw.state().shotId?.startsWith("shot-"));
  await page.keyboard.press("Escape");
  await page.keyboard.press("3");
  await painted(page);
  const cards = await page.evaluate(async () => {
    const { shotId, castId } = window.fretsaw.state();
    return (await window.fretsaw.ask({ kind: "strip", shot: shotId!, owner: castId!, from: 1, to: null })).strip?.cards.length;
  });
  expect(cards).toBeGreaterThan(0);

  await page.keyboard.press("Shift+g");
  const ids = (await server.film("demo")).shots.map((shot: { id: string }) => shot.id);
  const middle = async (name: RegExp) => {
    const box = (await page.getByRole("button", { name }).boundingBox())!;
    return [box.x + box.width / 2, box.y + box.height / 2] as const;
  };
  const [from, to] = [await middle(/^Shot 4, Good evening, copy/), await middle(/^Shot 3, Good evening, 72/)];
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move(from[0], from[1] - 10);
  await page.mouse.move(...to, { steps: 5 });
  // Each step is told to those who do not see it.
  await expect(page.getByText(new RegExp(`over droppable area ${ids[2]}`)).first()).toBeAttached();
  await oneEdit(page, () => page.mouse.up());
  expect(await order()).toEqual(["Rounds", "Fog horn", "Good evening, copy", "Good evening"]);
  await oneEdit(page, () => page.getByRole("button", { name: "Delete the shot Good evening, copy" }).click());
  expect(await order()).toEqual(["Rounds", "Fog horn", "Good evening"]);
  await oneEdit(page, () => page.getByRole("button", { name: "Undo", exact: true }).click());
  expect(await order()).toContain("Good evening, copy");
  await oneEdit(page, () => page.getByRole("button", { name: "Undo", exact: true }).click());
  expect(await order()).toEqual(["Rounds", "Fog horn", "Good evening", "Good evening, copy"]);
});

test("after a reload film, place, shot and frame are those of before", async ({ page }) => {
  await open(page, server, "demo");
  await page.keyboard.press("PageDown");
  await page.waitForFunction(() => window.fretsaw.state().shotId !== "fog-horn");
  await page.keyboard.press("5");
  await page.keyboard.press("End");
  const was = await page.evaluate(() => {
    const { filmId, place, shotId, frame } = window.fretsaw.state();
    return { filmId, place, shotId, frame };
  });
  expect(was.frame).toBeGreaterThan(1);
  await painted(page);
  await page.goto(server.address);
  await painted(page);
  expect(
    await page.evaluate(() => {
      const { filmId, place, shotId, frame } = window.fretsaw.state();
      return { filmId, place, shotId, frame };
    }),
  ).toEqual(was);
});
