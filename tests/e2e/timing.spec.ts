import { expect, type Page, test } from "./test";
import { oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const details = (page: Page) => page.getByRole("complementary", { name: "Details" });
const press = (page: Page, name: string) => oneEdit(page, () => details(page).getByRole("button", { name, exact: true }).click());
const goTo = (page: Page, frame: number) => page.evaluate((to) => window.fretsaw.setState({ frame: to }), frame);

async function acting(page: Page) {
  await open(page, server);
  await page.keyboard.press("3");
  await painted(page);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
}

/** The gap of Bramble's card, as the film on the server has it. */
async function gapAt(page: Page, frame: number) {
  const film = await server.film(await page.evaluate(() => window.fretsaw.state().filmId));
  return film.shots[1].cards.find((card: { owner: string; frame: number }) => card.owner === "bramble" && card.frame === frame).gap;
}

test("poses are flipped through held, and the real timing comes back unharmed", async ({ page }) => {
  await acting(page);
  await page.getByRole("complementary", { name: "List" }).getByRole("button", { name: "Spine bone" }).click();
  const turn = details(page).getByRole("textbox", { name: "Rotation, °" });
  const at = async (frame: number) => {
    await goTo(page, frame);
    await expect(details(page)).toContainText(`at frame ${frame}`);
    await painted(page);
    return turn.inputValue();
  };
  await expect(turn).toBeVisible();
  const film = JSON.stringify(await server.film("demo"));
  const [before, between, after] = [await at(85), await at(88), await at(90)];
  expect(between).not.toBe(before);
  expect(before).not.toBe(after);
  await page.keyboard.press("Shift+b");
  await expect(page.getByRole("button", { name: "Timing: blocking" })).toBeVisible();
  expect(await at(89)).toBe(before);
  expect(await at(90)).toBe(after);
  await page.keyboard.press("Shift+b");
  await expect(page.getByRole("button", { name: "Timing: real" })).toBeVisible();
  expect(await at(88)).toBe(between);
  expect(JSON.stringify(await server.film("demo"))).toBe(film);
});

test("a chart is drawn by its points, staggered, copied to another gap, and put back", async ({ page }) => {
  await acting(page);
  await goTo(page, 45);
  await expect(details(page)).toContainText("From 40 to 64 · 24 frames · 1.00 s");
  await press(page, "Draw");
  const before = (await gapAt(page, 40)).ease;
  expect(before).toMatchObject({ kind: "drawn", smooth: true });
  expect(before.points).toHaveLength(3);

  const point = details(page).getByRole("button", { name: /^Point 2/ });
  await point.scrollIntoViewIfNeeded();
  const place = (await point.boundingBox())!;
  await page.mouse.move(place.x + place.width / 2, place.y + place.height / 2);
  await page.mouse.down();
  await page.mouse.move(place.x + place.width / 2, place.y - 10);
  await oneEdit(page, () => page.mouse.up());
  const dragged = (await gapAt(page, 40)).ease;
  expect(dragged.points[1].y).toBeGreaterThan(before.points[1].y + 0.1);
  expect(dragged.points[0]).toEqual(before.points[0]);

  await point.focus();
  await oneEdit(page, () => page.keyboard.press("Delete"));
  expect((await gapAt(page, 40)).ease.points).toHaveLength(2);

  const stagger = details(page).getByRole("combobox", { name: "Stagger" });
  await oneEdit(page, () => stagger.selectOption("two frames on, one back"));
  expect((await gapAt(page, 40)).stagger).toMatchObject({ pattern: [2, -1] });
  const steps = details(page).getByRole("textbox", { name: "Frames on, back" });
  await steps.fill("3 −1 −1");
  await oneEdit(page, () => steps.press("Enter"));
  expect((await gapAt(page, 40)).stagger).toMatchObject({ pattern: [3, -1, -1] });
  await expect(page.getByRole("region", { name: "Timeline" }).locator("[data-zigzag]")).toHaveCount(1);
  await details(page).getByRole("button", { name: "Copy chart" }).click();
  await goTo(page, 10);
  await expect(details(page)).toContainText("From 1 to 40");
  await press(page, "Paste chart");
  expect(await gapAt(page, 1)).toEqual(await gapAt(page, 40));
  await press(page, "Reset chart");
  expect((await gapAt(page, 1)).ease).toEqual({ kind: "slow", startPercent: 100, stopPercent: 100 });
});

test("a change keys what is touched alone, or the whole pose", async ({ page }) => {
  await acting(page);
  await goTo(page, 55);
  await page.getByRole("complementary", { name: "List" }).getByRole("button", { name: "Spine bone" }).click();
  const turn = details(page).getByRole("textbox", { name: "Rotation, °" });
  const keyedAt = async (frame: number) => {
    const film = await server.film("demo");
    return film.shots[1].tracks.filter((track: { address: { owner: string }; keys: { frame: number }[] }) => track.address.owner === "bramble" && track.keys.some((key) => key.frame === frame)).length;
  };
  await expect(turn).toBeVisible();
  const before = await keyedAt(55);
  await turn.fill("12");
  await oneEdit(page, () => turn.press("Enter"));
  expect(await keyedAt(55)).toBe(before + 1);
  await page.getByRole("button", { name: "Auto-key: touched" }).click();
  await goTo(page, 58);
  await expect(details(page)).toContainText("at frame 58");
  await turn.fill("13");
  await oneEdit(page, () => turn.press("Enter"));
  expect(await keyedAt(58)).toBeGreaterThan(10);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect(await keyedAt(58)).toBeLessThan(3);
});

/** How many of the ghosts' pixels are redder than blue, and how many bluer than red. */
const tinted = (page: Page) =>
  page.getByTestId("ghosts").evaluate((canvas: HTMLCanvasElement) => {
    const { data } = (canvas.getContext("2d") as CanvasRenderingContext2D).getImageData(0, 0, canvas.width, canvas.height);
    let [red, blue] = [0, 0];
    for (let i = 0; i < data.length; i += 4) {
      if (data[i + 3]! < 40) continue;
      if (data[i]! > data[i + 2]! + 40) red++;
      else if (data[i + 2]! > data[i]! + 40) blue++;
    }
    return { red, blue };
  });

test("ghosts of what was and what comes stand round the pose, as pictures and as outlines, and the pose itself stays clear of them", async ({ page }) => {
  await acting(page);
  await goTo(page, 90);
  await painted(page);
  expect(await tinted(page)).toEqual({ red: 0, blue: 0 });
  await page.keyboard.press("g");
  await expect.poll(async () => { const { red, blue } = await tinted(page); return red > 200 && blue > 200; }).toBe(true);
  const pictures = await tinted(page);

  await page.getByRole("button", { name: /^Ghosts: 2 \+/ }).click();
  await page.getByRole("combobox", { name: "Drawn as" }).selectOption("outlines");
  await expect.poll(async () => { const { red } = await tinted(page); return red > 50 && red < pictures.red; }).toBe(true);
  await page.getByRole("spinbutton", { name: "After" }).fill("0");
  await expect.poll(async () => (await tinted(page)).blue).toBeLessThan(20);
  await page.keyboard.press("Escape");
  await page.keyboard.press("g");
  await expect(page.getByTestId("ghosts")).toBeHidden();
});
