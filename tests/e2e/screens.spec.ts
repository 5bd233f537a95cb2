import AxeBuilder from "@axe-core/playwright";
import { expect, type Page, test } from "./test";
import { open, painted, Server } from "./server";
import { wav } from "./wav.mjs";
import { wordFaults } from "./words";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const places = ["Parts", "Rig", "Act", "Scenery", "Camera", "Finish"];
const sizes = [
  { width: 1280, height: 800 },
  { width: 1024, height: 700 },
  { width: 1600, height: 1000 },
  { width: 1920, height: 1080 },
];

/** Each place with nothing chosen and with something; then the films, the finder and the shortcuts. */
async function eachScreen(page: Page, see: (screen: string) => Promise<void>): Promise<void> {
  // What was pressed in one place lies under a pointer that tips cover in the next: the pointer goes out of the way first.
  const look = async (screen: string) => {
    await page.mouse.move(0, 0);
    await expect(page.getByRole("tooltip")).toHaveCount(0);
    await see(screen);
  };
  for (const [i, place] of places.entries()) {
    await page.keyboard.press(String(i + 1));
    await painted(page);
    await look(place);
    const line = page.getByRole("complementary", { name: "List" }).locator("li [aria-pressed=false]").nth(2);
    if ((await line.count()) === 0) continue;
    await line.click();
    await painted(page);
    await look(`${place}, with something chosen`);
    await page.keyboard.press("Escape");
  }
  await page.keyboard.press("Shift+g");
  await expect(page.getByRole("list", { name: "Films" }).getByRole("img").or(page.getByText("Evening Rounds").nth(1)).first()).toBeVisible();
  await look("Films");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+k");
  await expect(page.getByRole("option").first()).toBeVisible();
  await look("The finder");
  await page.getByRole("combobox", { name: "Find a command" }).fill("Change shortcuts");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog", { name: "Shortcuts" })).toBeVisible();
  await look("Shortcuts");
}

/** In the light theme, then in the dark one. */
async function inBothThemes(page: Page, look: (theme: string) => Promise<void>): Promise<void> {
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme, reducedMotion: "reduce" });
    // The page has taken it up when its ground is dark, or light.
    await page.waitForFunction((dark) => {
      const [red = 0] = (getComputedStyle(document.body).backgroundColor.match(/\d+/g) ?? []).map(Number);
      return red < 128 === dark;
    }, colorScheme === "dark");
    await look(colorScheme);
  }
}

for (const viewport of sizes)
  test.describe(() => {
    test.use({ viewport });
    test(`no word is cut off or lies over another at ${viewport.width} × ${viewport.height}`, async ({ page }) => {
      await open(page, server);
      const faults = new Set<string>();
      await eachScreen(page, (screen) =>
        inBothThemes(page, async (theme) => {
          for (const fault of await wordFaults(page)) faults.add(`${screen}, ${theme}: ${fault}`);
        }),
      );
      expect([...faults]).toEqual([]);
    });
  });

/** Four sounds, sixty cards, and the horn's own. */
async function crowded(): Promise<void> {
  const shot = `${server.address}/api/films/demo/shots/fog-horn`;
  for (let i = 1; i <= 4; i++) {
    const form = new FormData();
    form.append("file", new Blob([wav(8000, 1, 8000 * i, (n: number) => Math.round(9000 * Math.sin(n * 0.2)))]), `A gull that cries over the water ${i}.wav`);
    expect((await fetch(`${shot}/sounds?frame=${20 * i}`, { method: "POST", body: form })).status).toBe(200);
  }
  const film = await server.film("demo");
  const { tracks } = film.shots.find(({ id }: { id: string }) => id === "fog-horn");
  const { address } = tracks.find((track: { kind: string; address: { owner: string } }) => track.kind === "number" && track.address.owner === "bramble");
  const edits = Array.from({ length: 60 }, (_, i) => ({
    kind: "setKeys",
    shotId: "fog-horn",
    frame: 1 + 2 * i,
    values: [{ address, value: i % 7 }],
    says: "Keyed",
    drawn: false,
    blocked: false,
  }));
  const { seq } = await (await fetch(`${server.address}/api/films/demo`)).json();
  const body = JSON.stringify({ baseSeq: seq, edit: { kind: "together", says: "Sixty poses", edits } });
  const made = await fetch(`${server.address}/api/films/demo/edits`, { method: "POST", headers: { "Content-Type": "application/json" }, body });
  expect(made.status, await made.text()).toBe(200);
}

/** What takes the most room at once; each is looked at while it stands, and while it plays. */
test("nothing is cut or lies over another with four sounds, sixty cards, a long card, and while it plays", async ({ page }) => {
  test.setTimeout(180_000);
  await crowded();
  await open(page, server);
  const faults = new Set<string>();
  const look = (state: string) =>
    inBothThemes(page, async (theme) => {
      for (const fault of await wordFaults(page)) faults.add(`${state}, ${theme}: ${fault}`);
    });
  for (const { width, height } of sizes) {
    await page.setViewportSize({ width, height });
    const size = `${width} × ${height}`;
    for (const place of ["3", "5"]) {
      await page.keyboard.press(place);
      await page.evaluate((act) => {
        const { film } = window.fretsaw.state();
        const part = film.puppets[0].parts.find(({ swaps, pins }: { swaps: unknown[]; pins: unknown[] }) => swaps.length + pins.length > 0);
        window.fretsaw.setState({ castId: "bramble", chosen: act ? { kind: "part", owner: "bramble", thing: part.id } : null, also: [], frame: 30 });
      }, place === "3");
      await painted(page);
      const folded = page.getByRole("complementary", { name: "Details" }).locator("button[aria-expanded=false]");
      for (let n = await folded.count(); n > 0; n = await folded.count()) await folded.first().click();
      await page.mouse.move(0, 0);
      await look(`${place === "3" ? "Act" : "Camera"} at ${size}`);
    }
    await page.keyboard.press("3");
    await painted(page);
    await page.keyboard.press("Space");
    await page.waitForFunction(() => window.fretsaw.state().playing);
    await look(`Act at ${size}, playing`);
    await page.keyboard.press("Space");
    await page.waitForFunction(() => !window.fretsaw.state().playing);
  }
  expect([...faults]).toEqual([]);
});

test("no screen has a serious accessibility fault, in either theme", async ({ page }) => {
  // It goes through every screen twice: in a slow hour that takes longer than other tests may.
  test.setTimeout(300_000);
  await open(page, server);
  const faults: string[] = [];
  await eachScreen(page, (screen) =>
    inBothThemes(page, async (theme) => {
      const axe = new AxeBuilder({ page });
      // The dark theme has the same page in other colours.
      const { violations } = await (theme === "dark" ? axe.withRules(["color-contrast"]) : axe).analyze();
      for (const { id, impact, nodes } of violations.filter(({ impact }) => impact === "serious" || impact === "critical"))
        faults.push(`${screen}, ${theme}: ${id} ${nodes[0]?.html.slice(0, 200)} ${nodes[0]?.failureSummary}`);
    }),
  );
  expect(faults).toEqual([]);
});
