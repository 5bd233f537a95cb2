import type { Page } from "@playwright/test";
import { expect, test } from "./test";
import { open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

/** The picture's pixels as they stand on the stage, RGBA. */
const shown = async (page: Page) => {
  const { width, height, bytes } = await page.evaluate(() => {
    const canvas = document.querySelector("[data-testid=picture]") as HTMLCanvasElement;
    const context = canvas.getContext("2d") as CanvasRenderingContext2D;
    // As text: a list of so many numbers takes seconds to come over.
    const bytes = Array.from(context.getImageData(0, 0, canvas.width, canvas.height).data, (byte) => String.fromCharCode(byte)).join("");
    return { width: canvas.width, height: canvas.height, bytes };
  });
  return { width, height, data: Buffer.from(bytes, "latin1") };
};

/** How much neighbouring pixels differ, on the mean: softness is less of it. */
const edges = ({ data }: { data: Buffer }) => data.reduce((sum, value, i) => sum + (i % 4 === 0 && i > 0 ? Math.abs(value - (data[i - 4] ?? 0)) : 0), 0) / data.length;

test("the wheel comes nearer to what lies under the pointer, and a handle there can still be dragged", async ({ page }) => {
  await open(page, server);
  await page.getByRole("navigation").getByRole("button", { name: "Act" }).click();
  await painted(page);
  const handle = page.locator('[data-handle="ground"]').first();
  const before = await handle.boundingBox();
  const at = { x: (before?.x ?? 0) + (before?.width ?? 0) / 2, y: (before?.y ?? 0) + (before?.height ?? 0) / 2 };
  await page.mouse.move(at.x, at.y);
  await page.mouse.wheel(0, -600);
  await painted(page);
  await page.waitForFunction(() => window.fretsaw.state().nearness.stage.zoom > 2);
  const after = await handle.boundingBox();
  expect(after?.width).toBeCloseTo(before?.width ?? 0, 0);
  // The handle's box is not quite about its place, and does not grow with the picture.
  expect(Math.abs((after?.y ?? 0) + (after?.height ?? 0) / 2 - at.y)).toBeLessThan(8);

  // A press on a handle means the place of the picture that lies there.
  const seq = await page.evaluate(() => window.fretsaw.state().seq);
  const middle = { x: (after?.x ?? 0) + (after?.width ?? 0) / 2, y: (after?.y ?? 0) + (after?.height ?? 0) / 2 };
  await page.mouse.move(middle.x, middle.y);
  await page.mouse.down();
  await page.mouse.move(middle.x + 30, middle.y, { steps: 4 });
  await page.mouse.up();
  await page.waitForFunction((seq) => window.fretsaw.state().seq === seq + 1, seq);
  // The core says where handles stand a moment after the server has kept the edit.
  await expect.poll(async () => ((await handle.boundingBox())?.x ?? 0) - (after?.x ?? 0)).toBeCloseTo(30, -0.5);
  const moved = await handle.boundingBox();

  // Held, the key takes hold of the picture instead.
  await page.keyboard.down("z");
  await page.mouse.move(600, 250);
  await page.mouse.down();
  await page.mouse.move(650, 270, { steps: 3 });
  await page.mouse.up();
  await page.keyboard.up("z");
  const panned = await handle.boundingBox();
  expect((panned?.x ?? 0) - (moved?.x ?? 0)).toBeCloseTo(50, 0);
  expect(await page.evaluate(() => window.fretsaw.state().seq)).toBe(seq + 1);
  await page.keyboard.press("0");
  expect(await page.evaluate(() => window.fretsaw.state().nearness.stage.zoom)).toBe(1);
});

test("held keys show the pose sharp, alone, as silhouette, mirrored and grey, and letting go ends it", async ({ page }) => {
  await open(page, server);
  await painted(page);
  const plain = await shown(page);
  const held = async (key: string) => {
    await page.keyboard.down(key);
    await painted(page);
    await page.waitForFunction(() => !window.fretsaw.state().painting);
    const picture = await shown(page);
    const style = await page.getByTestId("picture").getAttribute("style");
    await page.keyboard.up(key);
    await painted(page);
    return { picture, style };
  };
  expect(edges((await held("x")).picture)).toBeGreaterThan(1.5 * edges(plain));
  const silhouette = (await held("v")).picture.data;
  const solid = silhouette.filter((value, i) => i % 4 === 3 && value === 255).length;
  expect(solid).toBeGreaterThan(0.01 * (silhouette.length / 4));
  expect(silhouette.filter((value, i) => i % 4 === 3 && value === 0).length).toBeGreaterThan(0.7 * (silhouette.length / 4));
  expect((await held("b")).style).toContain("scaleX(-1)");
  expect((await held("n")).style).toContain("grayscale");
  expect((await held("c")).picture.data.equals(plain.data)).toBe(false);
  await page.waitForFunction(() => !window.fretsaw.state().painting);
  expect((await shown(page)).data.equals(plain.data)).toBe(true);
});

test("one key each folds list, details and strip away, one all of them, and their sizes are kept", async ({ page }) => {
  await open(page, server);
  const list = page.getByRole("complementary", { name: "List" });
  const stage = page.getByRole("region", { name: "Stage" });
  const [wide, before] = [await list.boundingBox(), await stage.boundingBox()];
  await page.keyboard.press("q");
  await expect(list).toHaveCount(0);
  await page.keyboard.press("q");
  expect((await list.boundingBox())?.width).toBeCloseTo(wide?.width ?? 0, 0);
  await page.keyboard.press("r");
  const alone = await stage.boundingBox();
  expect((alone?.width ?? 0) * (alone?.height ?? 0)).toBeGreaterThan(2 * (before?.width ?? 0) * (before?.height ?? 0));
  await page.keyboard.press("r");
  expect((await stage.boundingBox())?.width).toBeCloseTo(before?.width ?? 0, 0);
});

test("a window of its own shows the picture alone and follows", async ({ page }) => {
  await open(page, server);
  await painted(page);
  await page.getByRole("button", { name: /^View/ }).click();
  const [other] = await Promise.all([page.waitForEvent("popup"), page.getByRole("menuitem", { name: "Picture in own window" }).click()]);
  const pixels = () =>
    other.evaluate(() => {
      const canvas = document.querySelector("canvas");
      const data = canvas?.getContext("2d")?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
      return Array.from(data.slice(data.length / 2, data.length / 2 + 4000));
    });
  await expect.poll(async () => (await pixels()).some((value) => value !== 0)).toBe(true);
  const first = await pixels();
  await page.keyboard.press("End");
  await expect.poll(async () => JSON.stringify(await pixels()) !== JSON.stringify(first)).toBe(true);
});

test("frames are baked while nothing is pressed, an edit keeps those it does not change, and they play", async ({ page }) => {
  await open(page, server);
  const all = () => page.waitForFunction(() => window.fretsaw.state().ready.size === 192, null, { timeout: 60_000 });
  await all();

  // A key near the end changes few pictures; the others are known to hold without being painted again.
  const painted = await page.evaluate(async () => {
    let count = 0;
    const close = ImageBitmap.prototype.close;
    ImageBitmap.prototype.close = function () {
      count++;
      close.call(this);
    };
    const { film, commit, ready } = { ...window.fretsaw, ...window.fretsaw.state() };
    await commit({ kind: "setKeys", shotId: film?.shots[1]?.id ?? "", frame: 190, values: [{ address: { owner: "bramble", thing: "body", property: "shiftY" }, value: 7 }] });
    while (window.fretsaw.state().ready === ready || window.fretsaw.state().ready.size < 192) await new Promise(requestAnimationFrame);
    return count;
  });
  expect(painted).toBeLessThan(120);
  await page.keyboard.press("Space");
  await page.waitForFunction(() => window.fretsaw.state().reached !== null && window.fretsaw.state().frame > 10);
  await page.keyboard.press("Space");
});
