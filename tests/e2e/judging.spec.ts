import { expect, type Page, test } from "./test";
import { oneEdit, open, painted, unfold, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const details = (page: Page) => page.getByRole("complementary", { name: "Details" });
const list = (page: Page) => page.getByRole("complementary", { name: "List" });
const strip = (page: Page) => page.getByRole("region", { name: "Timeline" });
const shot = async () => (await server.film("demo")).shots[1];

async function acting(page: Page) {
  await open(page, server);
  await page.keyboard.press("3");
  await painted(page);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
}

const goTo = (page: Page, frame: number) => page.evaluate((frame) => window.fretsaw.setState({ frame }), frame);

/** The colour of the picture on the stage, at parts of its sides. */
const colourAt = (page: Page, x: number, y: number) =>
  page.getByTestId("picture").evaluate((canvas: HTMLCanvasElement, [x, y]) => {
    const { data } = (canvas.getContext("2d") as CanvasRenderingContext2D).getImageData(Math.round(canvas.width * x), Math.round(canvas.height * y), 1, 1);
    return [...data.slice(0, 3)];
  }, [x, y] as const);

test("in the graph a key is dragged to another value and another frame, and an ease by its handle", async ({ page }) => {
  await acting(page);
  await list(page).getByRole("button", { name: "Spine bone" }).click();
  await page.keyboard.press("t");
  const key = strip(page).locator('[data-graph-key="40"]');
  const place = (await key.boundingBox())!;
  const spine = async () => {
    const track = (await shot()).tracks.find((one: { address: { thing: string; property: string } }) => one.address.thing === "bone-spine" && one.address.property === "turn");
    return track.keys as { frame: number; value: number; gap?: { ease: { startPercent: number } } }[];
  };
  const before = await spine();
  const at = { x: place.x + place.width / 2, y: place.y + place.height / 2 };
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x, at.y - 12);
  await oneEdit(page, async () => {
    await page.mouse.move(at.x, at.y - 24);
    await page.mouse.up();
  });
  const raised = (await spine()).find(({ frame }) => frame === 40);
  expect(raised?.value).toBeGreaterThan((before.find(({ frame }) => frame === 40)?.value ?? 0) + 1);

  await key.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowRight"));
  expect((await spine()).map(({ frame }) => frame)).toContain(41);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect(await spine()).toEqual(before);

  const ease = strip(page).getByRole("button", { name: "Ease in after frame 1: 100 %" });
  await ease.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowLeft"));
  expect((await spine()).find(({ frame }) => frame === 1)?.gap?.ease.startPercent).toBeLessThan(99);
});

test("a chart is dragged by its slopes and its ticks, goes past the pose by an amount, and is kept by name", async ({ page }) => {
  await acting(page);
  await goTo(page, 45);
  const gap = async () => (await shot()).cards.find((card: { owner: string; frame: number }) => card.owner === "bramble" && card.frame === 40).gap;
  const start = details(page).getByRole("button", { name: /^Ease in: / });
  await start.scrollIntoViewIfNeeded();
  const place = (await start.boundingBox())!;
  await page.mouse.move(place.x + 5, place.y + 5);
  await page.mouse.down();
  await page.mouse.move(place.x - 20, place.y + 5);
  await oneEdit(page, async () => {
    await page.mouse.move(place.x - 40, place.y + 5);
    await page.mouse.up();
  });
  expect((await gap()).ease.startPercent).toBeLessThan(70);

  const past = details(page).getByRole("textbox", { name: "Overshoot, %" });
  await past.fill("15");
  await oneEdit(page, () => past.press("Enter"));
  const { ticks } = await page.evaluate((gap) => window.fretsaw.ask({ kind: "chart", gap, frames: 240 }), await gap());
  expect(Math.max(...ticks)).toBeCloseTo(1.15, 3);

  await unfold(page, "Saved charts");
  const name = details(page).getByRole("textbox", { name: "Save as" });
  await name.fill("Snap");
  await oneEdit(page, () => name.press("Enter"));
  expect((await server.film("demo")).charts).toMatchObject([{ name: "Snap" }]);
  const snap = await gap();

  const tick = details(page).getByRole("button", { name: /^In-between 6:/ });
  await tick.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowRight"));
  const drawn = (await gap()).ease;
  expect(drawn).toMatchObject({ kind: "drawn" });
  expect(drawn.points).toHaveLength(23);
  await oneEdit(page, () => details(page).getByRole("combobox", { name: "Saved chart" }).selectOption("Snap"));
  expect(await gap()).toEqual(snap);
});

test("a chart is chosen for one thing alone, and a thing is drawn on twos", async ({ page }) => {
  await acting(page);
  await list(page).getByRole("button", { name: "Neck bone" }).click();
  await goTo(page, 45);
  const card = (of: { cards: { owner: string; frame: number }[] }) => of.cards.find(({ owner, frame }) => owner === "bramble" && frame === 40);
  const before = card(await shot());
  await details(page).getByRole("combobox", { name: "Chart of" }).selectOption("Neck only");
  await oneEdit(page, () => details(page).getByRole("button", { name: "Linear", exact: true }).click());
  const now = await shot();
  const own = now.tracks.filter((track: { keys: { frame: number; gap?: unknown }[]; address: { owner: string } }) => track.address.owner === "bramble" && track.keys.some((key) => key.frame === 40 && key.gap));
  expect(own.map((track: { address: { thing: string } }) => track.address.thing)).toContain("bone-neck");
  expect(card(now)).toEqual(before);

  await unfold(page, "Frame steps");
  await oneEdit(page, () => details(page).getByRole("combobox", { name: "Neck", exact: true }).selectOption("twos"));
  expect((await shot()).steps).toEqual([{ owner: "bramble", thing: "bone-neck", every: 2 }]);
});

test("a numbered sequence is brought in to work by, shown while its key is held, and taken away", async ({ page }) => {
  await acting(page);
  await goTo(page, 2);
  const svg = (colour: string) => Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="192" height="108"><rect width="192" height="108" fill="${colour}"/></svg>`);
  const chooser = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Import reference" }).click();
  await oneEdit(page, async () =>
    (await chooser).setFiles([
      { name: "beat 10.svg", mimeType: "image/svg+xml", buffer: svg("#0000ff") },
      { name: "beat 9.svg", mimeType: "image/svg+xml", buffer: svg("#00ff00") },
    ]));
  await expect(details(page)).toContainText("2 pictures");
  const opacity = details(page).getByRole("textbox", { name: "Opacity, %" });
  await opacity.fill("100");
  await oneEdit(page, () => opacity.press("Enter"));
  await painted(page);
  expect(await colourAt(page, 0.5, 0.5)).toEqual([0, 0, 255]);
  await goTo(page, 1);
  await painted(page);
  expect(await colourAt(page, 0.5, 0.5)).toEqual([0, 255, 0]);

  await details(page).getByRole("checkbox", { name: "Show references" }).click();
  await painted(page);
  expect(await colourAt(page, 0.5, 0.5)).not.toEqual([0, 255, 0]);
  await page.keyboard.down("l");
  await painted(page);
  expect(await colourAt(page, 0.5, 0.5)).toEqual([0, 255, 0]);
  await page.keyboard.up("l");
  await painted(page);
  expect(await colourAt(page, 0.5, 0.5)).not.toEqual([0, 255, 0]);

  await list(page).getByRole("button", { name: "beat 2 pictures" }).click();
  await oneEdit(page, () => details(page).getByRole("button", { name: "Delete" }).click());
  expect((await shot()).references).toEqual([]);
});

test("a version is kept aside, flipped to and back, and gone back to", async ({ page }) => {
  await acting(page);
  await page.getByRole("button", { name: "Version: current" }).click();
  const name = page.getByRole("region", { name: "Versions" }).getByRole("textbox", { name: "Save version as" });
  await name.fill("Calm");
  await oneEdit(page, () => name.press("Enter"));
  await page.keyboard.press("Escape");
  await goTo(page, 95);
  await painted(page);
  const calm = await colours(page);
  const before = (await shot()).tracks;
  await page.evaluate(() => window.fretsaw.commit({ kind: "setKeys", shotId: "fog-horn", frame: 95, values: [{ address: { owner: "bramble", thing: "bone-spine", property: "turn" }, value: 60, choice: null }], says: "Bent" }));
  await painted(page);
  const bent = await colours(page);
  expect(bent).not.toEqual(calm);
  await page.keyboard.press("y");
  await painted(page);
  expect(await colours(page)).toEqual(calm);
  await page.keyboard.press("y");
  await painted(page);
  expect(await colours(page)).toEqual(bent);

  await page.getByRole("button", { name: "Version: current" }).click();
  await oneEdit(page, () => page.getByRole("button", { name: "Restore" }).click());
  expect((await shot()).tracks).toEqual(before);
});

/** The picture on the stage, coarsely. */
const colours = (page: Page) =>
  page.getByTestId("picture").evaluate((canvas: HTMLCanvasElement) => {
    const copy = new OffscreenCanvas(32, 18).getContext("2d") as OffscreenCanvasRenderingContext2D;
    copy.drawImage(canvas, 0, 0, 32, 18);
    return [...copy.getImageData(0, 0, 32, 18).data];
  });

test("cards are chosen with Ctrl and exchanged, what follows goes along, and a part of the shot plays and prints", async ({ page }) => {
  await acting(page);
  const card = (frame: number) => strip(page).locator(`[data-card="${frame}"]`);
  await card(1).click({ modifiers: ["Control"] });
  await card(40).click({ modifiers: ["Control"] });
  const turns = async () => {
    const track = (await shot()).tracks.find((one: { address: { thing: string; property: string } }) => one.address.thing === "bone-neck" && one.address.property === "turn");
    return track.keys.map(({ frame, value }: { frame: number; value: number }) => [frame, value]);
  };
  expect((await turns()).slice(0, 2)).toEqual([[1, 3], [40, -2]]);
  await oneEdit(page, () => details(page).getByRole("button", { name: "Swap poses" }).click());
  expect((await turns()).slice(0, 2)).toEqual([[1, -2], [40, 3]]);
  await oneEdit(page, () => page.keyboard.press("Control+z"));

  await details(page).getByRole("button", { name: "Ripple edit: off" }).click();
  const frames = (await turns()).map(([frame]: number[]) => frame);
  const place = (await card(64).boundingBox())!;
  await page.mouse.move(place.x + 10, place.y + 10);
  await page.mouse.down();
  await oneEdit(page, async () => {
    await page.mouse.move(place.x + 60, place.y + 10, { steps: 3 });
    await page.mouse.up();
  });
  const moved = (await turns()).map(([frame]: number[]) => frame);
  const by = moved[2] - frames[2];
  expect(by).toBeGreaterThan(3);
  expect(moved).toEqual(frames.map((frame: number) => (frame >= 64 ? frame + by : frame)));
  await oneEdit(page, () => page.keyboard.press("Control+z"));

  await goTo(page, 30);
  await oneEdit(page, () => page.keyboard.press("Shift+["));
  await goTo(page, 50);
  await oneEdit(page, () => page.keyboard.press("Shift+]"));
  expect((await shot()).range).toEqual({ from: 30, to: 50 });
  await page.keyboard.press("6");
  await expect(details(page).getByLabel("First frame")).toHaveValue("30");
  await expect(details(page).getByLabel("Last frame")).toHaveValue("50");
  await page.keyboard.press("3");
  await page.keyboard.press("Space");
  const seen = await page.evaluate(async () => {
    const seen: number[] = [];
    const stop = performance.now() + 2500;
    while (performance.now() < stop) {
      seen.push(window.fretsaw.state().frame);
      await new Promise(requestAnimationFrame);
    }
    return seen;
  });
  await page.keyboard.press("Space");
  expect(Math.min(...seen)).toBeGreaterThanOrEqual(30);
  expect(Math.max(...seen)).toBeLessThanOrEqual(50);
});

test("the values of a thing have rows of their own, and only what is chosen is listed", async ({ page }) => {
  await acting(page);
  await strip(page).getByRole("button", { name: "Values of Head turn" }).click();
  await expect(strip(page).getByRole("button", { name: "Select all keys of X", exact: true })).toBeVisible();
  await list(page).getByRole("button", { name: "Neck bone" }).click();
  await page.keyboard.press("Shift+T");
  await expect(strip(page).getByRole("button", { name: "Select all keys of Neck" })).toBeVisible();
  await expect(strip(page).getByRole("button", { name: "Select all keys of Spine" })).toHaveCount(0);
  await page.keyboard.press("Shift+T");
  await expect(strip(page).getByRole("button", { name: "Select all keys of Spine" })).toBeVisible();
});
