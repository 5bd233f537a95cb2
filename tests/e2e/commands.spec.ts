import { expect, type Page, test } from "./test";
import { newFilm, oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const list = (page: Page) => page.getByRole("complementary", { name: "List" });
const line = (page: Page, name: string) => list(page).getByRole("button", { name, exact: true }).first();

/** Two drawings that the demo did not bring. */
const face = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400">
  <g id="head"><circle cx="200" cy="200" r="150" fill="#f4a261"/><rect x="150" y="270" width="100" height="10" fill="#7f1d1d"/><circle cx="150" cy="160" r="12" fill="#14606b"/></g>
  <g id="hat"><rect x="120" y="20" width="160" height="20" fill="#14606b"/></g>
  <g id="bow"><rect x="340" y="340" width="40" height="40" fill="#c0392b"/></g>
</svg>`;
const bird = `<svg xmlns="http://www.w3.org/2000/svg" width="200" height="200"><g id="beak"><rect x="10" y="10" width="100" height="60" fill="#e9b949"/></g></svg>`;

const bring = async (page: Page, name: string, text: string) => {
  await page.locator('input[type="file"][accept*=".ora"]').first().setInputFiles({ name, mimeType: "image/svg+xml", buffer: Buffer.from(text) });
  await expect(page.getByText(new RegExp(`${name}: \\d`))).toBeVisible();
};

async function faced(page: Page) {
  await open(page, server);
  await newFilm(page);
  await bring(page, "face.svg", face);
  const id: string = await page.evaluate(() => window.fretsaw.state().filmId);
  return { film: () => server.film(id), parts: async (puppet = 0) => (await server.film(id)).puppets[puppet].parts };
}

const names = (parts: { name: string }[]) => parts.map((part) => part.name);

test("every action on the page is in the finder, in every place", async ({ page }) => {
  await open(page, server);
  for (const key of ["1", "2", "3", "4", "5", "6", "Shift+g"]) {
    await page.keyboard.press(key);
    if (key !== "Shift+g") {
      await painted(page);
      const third = list(page).locator("li [aria-pressed=false]").nth(2);
      if ((await third.count()) > 0) await third.click();
      await painted(page);
    }
    // Lines of lists are things; all other buttons do something.
    const buttons = await page.locator("main button:visible").evaluateAll((all) =>
      all.filter((button) => button.closest("li") === null).map((button) => (button.getAttribute("aria-label") ?? button.textContent ?? "").replace(/\s*[▾▸]\s*$/, "").trim()),
    );
    expect(buttons.length).toBeGreaterThan(3);
    await page.keyboard.press("Control+k");
    const finder = page.getByRole("listbox", { name: "Find a command" });
    await expect(finder).toBeVisible();
    const offered = (await finder.getByRole("option").locator("span:first-child").allTextContents()).map((text) => text.trim());
    expect(buttons.filter((name) => !offered.includes(name) && !offered.some((one) => name.startsWith(one)))).toEqual([]);
    await page.keyboard.press("Escape");
    await expect(finder).toHaveCount(0);
  }
});

test("a button of the page is pressed from the finder, and what cannot be done says why", async ({ page }) => {
  await open(page, server);
  await page.keyboard.press("1");
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Find a command" }).fill("Group par");
  await expect(page.getByRole("option", { name: /Group parts/ })).toHaveText(/select a part/);
  await page.getByRole("combobox", { name: "Find a command" }).fill("Zoom in");
  const zoom = await page.evaluate(() => window.fretsaw.state().nearness.bench.zoom);
  await page.keyboard.press("Enter");
  expect(await page.evaluate(() => window.fretsaw.state().nearness.bench.zoom)).toBeGreaterThan(zoom);
});

test("shortcuts are changed, kept over a reload, and two do not get in each other's way", async ({ page }) => {
  await open(page, server);
  await page.keyboard.press("Control+k");
  await page.getByRole("combobox", { name: "Find a command" }).fill("Change shortcuts");
  await page.keyboard.press("Enter");
  const dialog = page.getByRole("dialog", { name: "Shortcuts" });
  await dialog.getByRole("button", { name: "Shortcut of Snags: none" }).click();
  await expect(dialog.getByRole("button", { name: "Shortcut of Snags: none" })).toHaveText("Press keys…");
  await page.keyboard.press("h");
  await expect(dialog.getByRole("status")).toHaveText(/H belongs to “Hold here”/);
  await dialog.getByRole("button", { name: "Shortcut of Snags: none" }).click();
  await page.keyboard.press("Shift+s");
  await expect(dialog.getByRole("button", { name: "Shortcut of Snags: Shift+S" })).toBeVisible();
  await dialog.getByRole("button", { name: "Close" }).click();
  await page.reload();
  await painted(page);
  await page.keyboard.press("Shift+s");
  await page.waitForFunction(() => window.fretsaw.state().snagsOpen);
});

test("parts are grouped, cut out of a drawing, and copied to another puppet, by menu and by keys", async ({ page }) => {
  const { parts } = await faced(page);
  await line(page, "hat").click({ button: "right" });
  await oneEdit(page, () => page.getByRole("menuitem", { name: /Group parts/ }).click());
  expect(names(await parts())).toEqual(["head", "hat and all", "hat", "bow"]);

  // The mouth that was drawn on the head becomes a part.
  await line(page, "head").click();
  await page.getByRole("button", { name: "Make part from shapes" }).click();
  await page.getByRole("button", { name: "Shape 2", exact: true }).click();
  await page.getByRole("region", { name: "Make part from shapes" }).getByLabel("Name").fill("mouth");
  await page.keyboard.press("Enter");
  await oneEdit(page, () => page.getByRole("button", { name: "Make a part of 1" }).click());
  const [head, mouth] = (await parts()) as { name: string; id: string; ridesOn?: string }[];
  expect([head!.name, mouth!.name, mouth!.ridesOn]).toEqual(["head", "mouth", head!.id]);

  // Copied here, pasted on another puppet.
  await line(page, "head").click();
  await page.keyboard.press("Control+c");
  await bring(page, "bird.svg", bird);
  await oneEdit(page, () => page.keyboard.press("Control+v"));
  expect(names(await parts(1))).toEqual(["beak", "head", "mouth"]);
  await line(page, "beak").click();
  await page.keyboard.press("Control+x");
  await page.getByLabel("Puppet").selectOption({ label: "Face" }).catch(async () => {
    await page.getByLabel("Puppet").click();
    await page.getByRole("option", { name: "Face" }).click();
  });
  await oneEdit(page, () => page.keyboard.press("Control+v"));
  expect(names(await parts(0))).toContain("beak");
  expect(names(await parts(1))).toEqual(["head", "mouth"]);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect(names(await parts(1))).toEqual(["beak", "head", "mouth"]);
});

test("a box on the picture chooses what it touches, with Alt only what lies wholly inside", async ({ page }) => {
  await faced(page);
  await painted(page);
  const corners = await page.evaluate(async () => {
    const { puppetId, benchAspect } = window.fretsaw.state();
    const view = { puppet: puppetId, aspect: benchAspect };
    const { pivots } = await window.fretsaw.ask({ kind: "overlay", view, frame: 1, owner: "bench" });
    return pivots.map((one: { box: number[] }) => one.box);
  });
  const [head, , bow] = corners as number[][];
  const overlay = (await page.getByTestId("overlay").boundingBox())!;
  const width = await page.evaluate(() => window.fretsaw.state().film.height * window.fretsaw.state().benchAspect);
  const at = (x: number, y: number) => ({ x: overlay.x + (x * overlay.width) / width, y: overlay.y + (y * overlay.width) / width });
  const drag = async (keys: string[]) => {
    // From beyond the bow to a place inside the head's box.
    const [from, to] = [at(bow![4]! + 30, bow![5]! + 20), at(head![4]! - 60, head![5]! - 60)];
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await expect(async () => {
      await page.mouse.move(from.x - 5, from.y - 5);
      await page.mouse.move(to.x, to.y);
      await expect(page.getByTestId("box")).toBeVisible({ timeout: 300 });
    }).toPass();
    for (const key of keys) await page.keyboard.down(key);
    await page.mouse.up();
    for (const key of keys) await page.keyboard.up(key);
  };
  await drag([]);
  await expect(page.getByRole("heading", { name: "2 parts" })).toBeVisible();
  await drag(["Alt"]);
  await expect(line(page, "bow")).toHaveAttribute("aria-pressed", "true");
  await expect(line(page, "head")).toHaveAttribute("aria-pressed", "false");
});
