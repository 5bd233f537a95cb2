import { expect, type Page, test } from "./test";
import { oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const details = (page: Page) => page.getByRole("complementary", { name: "Details" });
const list = (page: Page) => page.getByRole("complementary", { name: "List" });

/** In Act on the horn, with the head bone chosen at a frame without a card. */
async function acting(page: Page) {
  await open(page, server);
  await page.keyboard.press("3");
  await painted(page);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  await page.evaluate(() => window.fretsaw.setState({ frame: 50, castId: "bramble" }));
  await list(page).getByRole("button", { name: /^Spine/ }).first().click();
  // The whole body has a turn too.
  await expect(details(page).getByRole("heading", { name: "Spine at frame 50" })).toBeVisible();
  await painted(page);
}

const keys = async (thing: string) => {
  const shot = (await server.film("demo")).shots.find(({ id }: { id: string }) => id === "fog-horn");
  const track = shot.tracks.find(({ address }: { address: { thing: string; property: string } }) => address.thing === thing && address.property === "turn");
  return (track?.keys ?? []) as { frame: number; value: number }[];
};

const isFree = (page: Page) => page.waitForFunction(() => document.activeElement === document.body);

/** A corner of the picture where there is nothing. */
async function press(page: Page, where: "picture" | "ruler" | "row") {
  if (where === "row") return list(page).getByRole("button", { name: /^Whole body/ }).first().click();
  const box = await page.locator(where === "picture" ? "[data-testid=picture]" : "svg:has([data-testid=now])").first().boundingBox();
  if (box === null) throw new Error(`There is no ${where}.`);
  if (where === "picture") await page.mouse.click(box.x + 6, box.y + 6);
  else await page.mouse.click(box.x + box.width * 0.7, box.y + box.height / 2);
}

for (const where of ["picture", "ruler", "row"] as const) {
  test(`what is typed and left by a press on the ${where} goes to what its field was showing, at its frame`, async ({ page }) => {
    await acting(page);
    const field = details(page).getByLabel("Rotation, °");
    await field.fill("21.5");
    await oneEdit(page, () => press(page, where));
    const own = (await keys("bone-spine")).find(({ frame }) => frame === 50);
    expect(own?.value).toBe(21.5);
    await isFree(page);
    await oneEdit(page, () => page.keyboard.press("Control+z"));
    expect((await keys("bone-spine")).find(({ frame }) => frame === 50)).toBeUndefined();
  });
}

test("Escape leaves a field as it was and gives the keys back; Enter keys also what is there already", async ({ page }) => {
  await acting(page);
  const field = details(page).getByLabel("Rotation, °");
  const before = await field.inputValue();
  await field.fill("99");
  await field.press("Escape");
  await expect(field).toHaveValue(before);
  await isFree(page);
  await page.keyboard.press(".");
  await page.waitForFunction(() => window.fretsaw.state().frame === 51);
  await page.keyboard.press(",");
  await page.waitForFunction(() => window.fretsaw.state().frame === 50);
  await expect(field).toHaveValue(before);
  await field.fill(before);
  await oneEdit(page, () => field.press("Enter"));
  expect((await keys("bone-spine")).some(({ frame }) => frame === 50)).toBe(true);
  await isFree(page);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
});

test("whatever button was pressed last, the keys are the stage's", async ({ page }) => {
  await acting(page);
  const buttons = page.locator("section[aria-label=Stage] button:visible, aside[aria-label=Details] button:visible, section[aria-label=Timeline] button:visible");
  const count = await buttons.count();
  expect(count).toBeGreaterThan(15);
  let pressed = 0;
  for (let i = 0; i < count; i++) {
    const button = buttons.nth(i);
    if (!(await button.isVisible().catch(() => false)) || !(await button.isEnabled().catch(() => false))) continue;
    const box = await button.boundingBox();
    if (box === null || box.y + box.height > 800) continue;
    await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
    pressed++;
    const open = page.locator("[role=menu], [role=dialog], .MuiModal-root").first();
    if (await open.isVisible().catch(() => false)) await page.keyboard.press("Escape");
    await expect(open).toBeHidden();
    const holds = await page.evaluate(() => document.activeElement?.matches("button, input, [role=button]") ?? false);
    expect(holds, await button.innerText().catch(() => String(i))).toBe(false);
  }
  expect(pressed).toBeGreaterThan(10);
});

test("a drag that is taken back at once is the one that is taken back", async ({ page }) => {
  await acting(page);
  await page.evaluate(() => window.fretsaw.setState({ frame: 64 }));
  await painted(page);
  const field = details(page).getByLabel("Rotation, °");
  await field.fill("7");
  await oneEdit(page, () => field.press("Enter"));
  const seq = await page.evaluate(() => window.fretsaw.state().seq);
  const ring = await page.locator('[data-handle="reach Paw, free side"]').boundingBox();
  if (ring === null) throw new Error("There is no ring.");
  const [x, y] = [ring.x + ring.width / 2, ring.y + ring.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 5; i++) await page.mouse.move(x - 6 * i, y);
  await Promise.all([page.mouse.up(), page.keyboard.press("Control+z")]);
  await page.waitForFunction((seq) => window.fretsaw.state().seq === seq + 2 && window.fretsaw.state().kept === "kept", seq);
  expect((await keys("bone-spine")).find(({ frame }) => frame === 64)?.value).toBe(7);
});
