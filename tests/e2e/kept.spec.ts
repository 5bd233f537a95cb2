import { expect, test } from "./test";
import { edits, kept, oneEdit, open, painted, unfold, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

// biome-ignore lint/suspicious/noExplicitAny: a film is JSON here
const shotOf = (film: any) => film.shots.find((shot: { id: string }) => shot.id === "fog-horn");

test("a pose and an action are kept, put on, placed, dragged, repeated and turned into keys", async ({ page }) => {
  await open(page, server);
  await page.getByRole("list", { name: "Controls of Bramble" }).getByRole("button", { name: /^Paw, free side/ }).click();
  await page.keyboard.press("k");
  const card = page.getByRole("complementary", { name: "Details" });
  await expect(card.getByRole("textbox", { name: "Name", exact: true })).toHaveValue("Pose 1");
  await card.getByRole("textbox", { name: "Name", exact: true }).fill("Waves");
  await oneEdit(page, () => page.keyboard.press("Enter"));
  await expect(page.getByRole("list", { name: "Poses and actions" }).getByRole("button", { name: /Waves/ })).toBeVisible();

  // Half of it, on top of what is there at another frame.
  await page.evaluate(() => window.fretsaw.setState({ frame: 70 }));
  await painted(page);
  const before = await server.film("demo");
  await card.getByRole("spinbutton", { name: "Strength" }).fill("50");
  await card.getByRole("checkbox", { name: "Add to what is there" }).check();
  await oneEdit(page, () => card.getByRole("button", { name: "Apply at 70" }).click());
  const film = await server.film("demo");
  const pose = film.kept.find((one: { name: string }) => one.name === "Waves");
  const at = (of: typeof film, frame: number) =>
    shotOf(of).tracks.find((track: { address: { thing: string; property: string } }) => track.address.thing === pose.controls[0].thing && track.address.property === "shift").keys.find((key: { frame: number }) => key.frame === frame)?.at;
  const waved = pose.tracks.find((track: { address: { property: string } }) => track.address.property === "shift").keys[0].at;
  expect(at(before, 70)).toBeUndefined();
  // It holds from 64 to 85 there.
  expect(at(film, 70).x).toBeCloseTo(at(film, 64).x + waved.x / 2, 2);

  // An action of the chosen paw, placed and gone through twice.
  await page.getByRole("list", { name: "Controls of Bramble" }).getByRole("button", { name: /^Paw, free side/ }).click();
  await page.evaluate(() => window.fretsaw.setState({ frame: 100 }));
  await page.keyboard.press("j");
  await expect(card.getByRole("textbox", { name: "Name", exact: true })).toHaveValue("Action 1");
  await card.getByRole("spinbutton", { name: "Strength" }).fill("100");
  await card.getByRole("checkbox", { name: "Add to what is there" }).uncheck();
  await card.getByRole("heading", { name: /Action/ }).click();
  await page.keyboard.press("Shift+o");
  const block = page.getByRole("group", { name: "Placed actions" }).getByRole("button");
  await expect(block).toHaveAttribute("aria-label", "Action 1, frames 100 to 291");
  await card.getByLabel("Last frame of action, fr.").fill("25");
  await oneEdit(page, () => page.keyboard.press("Enter"));
  await card.getByLabel("Length, fr.").fill("49");
  await oneEdit(page, () => page.keyboard.press("Enter"));
  await expect(block.locator("[data-seams]")).toHaveAttribute("data-seams", "1");

  // Dragged along, then trimmed by its start; from the keyboard a frame back.
  const box = await block.boundingBox();
  if (!box) throw new Error("The block is not to be seen.");
  const frame = await page.evaluate(() => {
    const ticks = [...document.querySelectorAll("[data-placed]")][0]?.getBoundingClientRect();
    return (ticks?.width ?? 0) / 49;
  });
  await oneEdit(page, async () => {
    await page.mouse.move(box.x + box.width / 2, box.y + 10);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 - 10 * frame, box.y + 10, { steps: 4 });
    await page.mouse.up();
  });
  const moved = shotOf(await server.film("demo")).placed[0];
  expect(moved).toMatchObject({ start: 90, length: 49, to: 25 });
  await block.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowLeft"));
  expect(shotOf(await server.film("demo")).placed[0].start).toBe(89);

  // Into keys: every frame looks as before.
  await painted(page);
  const pixels = () => page.evaluate(async () => Array.from(await window.fretsaw.pixels({ shot: "fog-horn" }, 97, 320, 180), (byte) => String.fromCharCode(byte)).join(""));
  const placed = await pixels();
  const made = await edits(page);
  await card.getByRole("button", { name: "Turn into keys" }).click();
  await kept(page, made + 1);
  await expect(block).toHaveCount(0);
  expect((await pixels()) === placed).toBe(true);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  await expect(block).toHaveCount(1);
});

test("a face: a blink, an expression by its amount, and a pad that turns the head", async ({ page }) => {
  await open(page, server);
  await page.evaluate(() => window.fretsaw.setState({ frame: 70, chosen: null }));
  await painted(page);
  const card = page.getByRole("complementary", { name: "Details" });
  // biome-ignore lint/suspicious/noExplicitAny: a film is JSON here
  const keysOf = async (name: string, property: string): Promise<any[]> => {
    const film = await server.film("demo");
    const puppet = film.puppets.find((one: { name: string }) => one.name === "Bramble");
    const thing = [...puppet.dials, ...film.kept].find((one: { name: string }) => one.name === name)?.id;
    return shotOf(film).tracks.find((track: { address: { thing: string; property: string } }) => track.address.thing === thing && track.address.property === property)?.keys ?? [];
  };
  await unfold(page, "Blinks");
  await oneEdit(page, () => card.getByRole("button", { name: "Blink at 70" }).click());
  const lids = (await keysOf("Blink", "across")).filter(({ frame }) => frame >= 70 && frame <= 76);
  expect(lids.map(({ frame, value }) => [frame, value])).toEqual([
    [70, 0],
    [72, 100],
    [73, 100],
    [76, 0],
  ]);

  await oneEdit(page, () => card.getByRole("button", { name: "Save expression" }).click());
  await page.getByRole("list", { name: "Expressions of Bramble" }).getByRole("button", { name: /^Expression 1/ }).click();
  const amount = card.getByLabel("Amount, %");
  await expect(amount).toHaveValue("0");
  await amount.fill("40");
  await oneEdit(page, () => page.keyboard.press("Enter"));
  expect((await keysOf("Expression 1", "amount")).map(({ value }) => value)).toContain(40);

  await unfold(page, "Face pad");
  await oneEdit(page, () => card.getByLabel("Add to pad").selectOption({ label: "Head turn" }));
  const pad = card.getByRole("slider", { name: "Face of Bramble" });
  const box = await pad.boundingBox();
  if (!box) throw new Error("The pad is not to be seen.");
  await oneEdit(page, async () => {
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.75, box.y + box.height / 2, { steps: 3 });
    await page.mouse.up();
  });
  expect((await keysOf("Head turn", "across")).find(({ frame }) => frame === 70)?.value).toBeCloseTo(50, -1);
});
