import { edits, oneEdit, open, painted, unfold, Server } from "./server";
import { expect, type Page, test } from "./test";
import { wav } from "./wav.mjs";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

// biome-ignore lint/suspicious/noExplicitAny: a film is JSON here
const shotOf = (film: any) => film.shots.find((shot: { id: string }) => shot.id === "fog-horn");

/** Two seconds of a tone that swells and dies away twice, 16 bits at 8 kHz. */
const tone = () =>
  wav(8000, 1, 16000, (n) => Math.round(20000 * Math.sin(Math.PI * ((2 * n) / 16000)) ** 2 * Math.sin(n * 0.3)));

const perFrame = (page: Page) =>
  page.locator("[data-sound]").first().evaluate((block) => {
    const [from, to] = (block.getAttribute("aria-label") ?? "").match(/\d+/g)?.slice(-2).map(Number) ?? [0, 1];
    const outline = block.querySelectorAll("path")[1] as SVGGraphicsElement;
    return outline.getBBox().width / ((to ?? 1) - (from ?? 0) + 1);
  });

test("a sound is brought in, dragged, trimmed and split; a line is spoken, gets its cues, and its mouths are chosen by letters", async ({ page }) => {
  await open(page, server);
  const card = page.getByRole("complementary", { name: "Details" });
  const list = page.getByRole("complementary", { name: "List" });
  await page.evaluate(() => window.fretsaw.setState({ frame: 20 }));
  const chooser = page.waitForEvent("filechooser");
  await list.getByRole("button", { name: "Import a sound" }).click();
  await (await chooser).setFiles({ name: "Swell.wav", mimeType: "audio/wav", buffer: tone() });
  const block = page.getByRole("button", { name: /^Swell/ }).and(page.locator("[data-sound]"));
  await expect(block).toHaveAttribute("aria-label", "Swell, frames 20 to 67");
  await expect(block).not.toHaveAttribute("data-strokes", "0");

  // Dragged ten frames later, its start trimmed by six, split at frame 50.
  const wide = await perFrame(page);
  const box = await block.boundingBox();
  if (!box) throw new Error("The block is not to be seen.");
  await page.mouse.move(box.x + box.width / 2, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 10 * wide, box.y + 20, { steps: 4 });
  await oneEdit(page, () => page.mouse.up());
  await expect(block).toHaveAttribute("aria-label", "Swell, frames 30 to 77");
  const edge = await block.locator("[data-edge=start]").boundingBox();
  if (!edge) throw new Error("The edge is not to be seen.");
  await page.mouse.move(edge.x + 4, edge.y + 20);
  await page.mouse.down();
  await page.mouse.move(edge.x + 4 + 6 * wide, edge.y + 20, { steps: 4 });
  await oneEdit(page, () => page.mouse.up());
  await page.evaluate(() => window.fretsaw.setState({ frame: 50 }));
  await oneEdit(page, () => page.keyboard.press("s"));
  const pieces = shotOf(await server.film("demo")).sounds.slice(-2);
  expect(pieces.map(({ start, length }: { start: number; length: number }) => [start, length])).toEqual([[36, 14], [50, 28]]);
  expect(pieces[0].fromSeconds).toBeCloseTo(6 / 24, 6);
  expect(pieces[1].fromSeconds).toBeCloseTo(20 / 24, 6);

  // A line is spoken and gets its first cues; a letter chooses another mouth and goes on.
  await page.evaluate(() => window.fretsaw.setState({ frame: 100, castId: "bramble" }));
  await list.getByLabel("Spoken line").fill("My boat.");
  await list.getByRole("button", { name: "Speak here" }).click();
  await expect(card.getByRole("heading", { name: /^My boat/ })).toBeVisible();
  await oneEdit(page, () => card.getByRole("button", { name: "Fill from speech" }).click());
  const said = shotOf(await server.film("demo")).cues;
  expect(said[0].mouth).toBe("Shut");
  expect(said.map(({ mouth }: { mouth: string }) => mouth)).toContain("Tongue");
  await page.evaluate(() => window.fretsaw.setState({ stripView: { from: 95, to: 125 } }));
  await page.locator(`[data-cue="${said[1].frame}"] rect`).first().click();
  await expect(card.getByRole("heading", { name: `Mouth, frames ${said[1].frame} to ${said[2].frame - 1}` })).toBeVisible();
  await oneEdit(page, () => page.keyboard.press("o"));
  expect(shotOf(await server.film("demo")).cues[1].mouth).toBe("Round");
  await expect(card.getByRole("heading", { name: new RegExp(`^Mouth, frames ${said[2].frame} to`) })).toBeVisible();

  // Undo takes it back; what is heard runs the picture.
  const before = await edits(page);
  await page.keyboard.press("Control+z");
  await expect.poll(() => edits(page)).not.toBe(before);
  expect(shotOf(await server.film("demo")).cues[1].mouth).toBe(said[1].mouth);

  // An edge is dragged a frame back: the stretch is laid anew under the pointer, and the film has it.
  const at = said.findIndex(({ frame }: { frame: number }, i: number) => i > 0 && frame - said[i - 1].frame > 1);
  const cue = await page.locator(`[data-cue="${said[at].frame}"] [data-edge]`).boundingBox();
  if (cue === null) throw new Error("There is no edge.");
  const frames = await perFrame(page);
  await page.mouse.move(cue.x + 1, cue.y + cue.height / 2);
  await page.mouse.down();
  for (let step = 1; step <= 4; step++) await page.mouse.move(cue.x + 1 - (frames * step) / 4, cue.y + cue.height / 2);
  await oneEdit(page, () => page.mouse.up());
  expect(shotOf(await server.film("demo")).cues[at].frame).toBe(said[at].frame - 1);
  await expect(page.locator(`[data-cue="${said[at].frame - 1}"]`)).toBeVisible();
  await page.evaluate(() => window.fretsaw.setState({ frame: 60 }));
  await page.getByRole("button", { name: "Play", exact: true }).click();
  await page.waitForFunction(() => window.fretsaw.state().frame > 75);
  await page.getByRole("button", { name: "Stop" }).click();
});

test("a drag and a face device are performed while the shot runs, and kept with few keys", async ({ page }) => {
  await open(page, server);
  const card = page.getByRole("complementary", { name: "Details" });
  await page.evaluate(() => window.fretsaw.setState({ castId: "bramble", frame: 10, chosen: null }));
  await painted(page);
  await oneEdit(page, () => page.evaluate(() => window.fretsaw.commit({ kind: "changeShot", shotId: "fog-horn", range: { from: 1, to: 58 } })));
  await unfold(page, "Live take");
  await page.keyboard.press("Shift+Space");
  await expect(card.getByRole("button", { name: "Armed: drag to record" })).toBeVisible();
  const paw = page.locator('[data-handle="reach Paw, free side"]').first();
  const at = await paw.boundingBox();
  if (!at) throw new Error("The paw is not to be seen.");
  const before = await edits(page);
  const [x, y] = [at.x + at.width / 2, at.y + at.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  // To and fro until the shot is over.
  for (let i = 0; (await page.evaluate(() => window.fretsaw.state().taking)) || i === 0; i++) await page.mouse.move(x + 40 * Math.sin(i / 3), y - 30, { steps: 2 });
  await page.mouse.up();
  await expect.poll(() => edits(page)).not.toBe(before);
  const keysOf = async () =>
    shotOf(await server.film("demo")).tracks.find(
      ({ address }: { address: { owner: string; thing: string; property: string } }) => address.owner === "bramble" && address.thing === "reach-free" && address.property === "shift",
    ).keys.filter(({ frame }: { frame: number }) => frame >= 10 && frame <= 58).length;
  const fine = await keysOf();
  expect(fine).toBeGreaterThan(3);
  await expect(card.getByText(/keys, at most .* px off/)).toBeVisible();

  // With a coarser tolerance the same take has fewer keys.
  await card.getByRole("spinbutton", { name: "Tolerance" }).fill("25");
  await expect.poll(keysOf).toBeLessThan(fine);
  await page.keyboard.press("Shift+Space");

  // The device: linked by names, performed, and its dial is keyed.
  await card.getByRole("button", { name: /^Face device/ }).click();
  await oneEdit(page, () => card.getByRole("button", { name: "Link by name" }).click());
  await card.getByRole("combobox", { name: "Readings" }).selectOption("live");
  await expect(card.getByRole("img", { name: "Readings of the face device" })).toBeVisible();
  const kept = await edits(page);
  await page.evaluate(() => window.fretsaw.setState({ frame: 30 }));
  await card.getByRole("button", { name: "Record a take" }).click();
  await expect.poll(() => edits(page), { timeout: 30_000 }).not.toBe(kept);
  await card.getByRole("combobox", { name: "Readings" }).selectOption("none");
  const dials = shotOf(await server.film("demo")).tracks.filter(({ address }: { address: { thing: string } }) => address.thing === "dial-head");
  expect(dials.length).toBeGreaterThan(0);
});
