import { expect, type Page, test } from "./test";
import { edits, kept, newFilm, oneEdit, open, painted, Server } from "./server";

/** A drawing that the demo did not bring: a body with an arm in two parts, and a head. */
const robot = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 400 600" width="400" height="600">
  <g id="body"><rect x="140" y="220" width="120" height="240" rx="20" fill="#2a6f97"/></g>
  <g id="head"><circle cx="200" cy="150" r="60" fill="#f4a261"/></g>
  <g id="upper"><rect x="250" y="240" width="100" height="30" rx="15" fill="#e63946"/></g>
  <g id="lower"><rect x="340" y="240" width="30" height="110" rx="15" fill="#9d0208"/></g>
</svg>`;
const wall = `<svg xmlns="http://www.w3.org/2000/svg" width="2600" height="1500"><rect width="2600" height="1500" fill="#a8dadc"/></svg>`;

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const svg = (name: string, text: string) => ({ name, mimeType: "image/svg+xml", buffer: Buffer.from(text) });
const go = (page: Page, place: string) => page.getByRole("navigation").getByRole("button", { name: place }).click();
const pick = (page: Page, name: string) => page.getByRole("complementary", { name: "List" }).getByRole("button", { name, exact: false }).first().click();

async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
}

async function middle(page: Page, selector: string) {
  const box = await page.locator(selector).first().boundingBox();
  return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 };
}

/** Puppet pixels on the bench → the page, by two handles whose places the film knows. */
async function bench(page: Page) {
  const box = await page.getByTestId("overlay").boundingBox();
  const map = await page.evaluate(async () => {
    const { film, puppetId, benchAspect } = window.fretsaw.state();
    const puppet = film.puppets.find((one: { id: string }) => one.id === puppetId);
    const { origins, pivots } = await window.fretsaw.ask({ kind: "overlay", view: { puppet: puppetId, aspect: benchAspect }, frame: 1 });
    const head = puppet.parts.find((part: { name: string }) => part.name === "Noggin");
    const pivot = pivots.find((one: { part: string }) => one.part === head.id);
    const scale = (origins[0].at.y - pivot.at.y) / (puppet.origin.y - head.pivot.y);
    return { scale, x: origins[0].at.x - puppet.origin.x * scale, y: origins[0].at.y - puppet.origin.y * scale, width: Math.round(film.height * benchAspect) };
  });
  const toScreen = (box?.width ?? 0) / map.width;
  return (x: number, y: number) => ({ x: (box?.x ?? 0) + (map.x + x * map.scale) * toScreen, y: (box?.y ?? 0) + (map.y + y * map.scale) * toScreen });
}

async function setNumber(page: Page, label: string, value: string) {
  const field = page.getByLabel(label, { exact: false }).first();
  await field.fill(value);
  await oneEdit(page, () => field.press("Enter"));
}

async function goToFrame(page: Page, frame: number) {
  const now = await page.evaluate(() => window.fretsaw.state().frame);
  for (let i = now; i < frame; i++) await page.keyboard.press(".");
  for (let i = now; i > frame; i--) await page.keyboard.press(",");
}

test("from a drawing to a printed shot, with mouse and keyboard", async ({ page }) => {
  page.on("console", (line) => line.type() === "warning" && console.log("page says:", line.text()));
  await open(page, server);

  // A new film, and the drawing.
  await newFilm(page);
  await expect(page.getByRole("button", { name: /New film/ })).toBeVisible();
  await page.keyboard.press("Escape");
  const id: string = await page.evaluate(() => window.fretsaw.state().filmId);
  await page.locator('input[type="file"][accept*=".svg"]').first().setInputFiles(svg("robot.svg", robot));
  await expect(page.getByText(/robot.svg: 4 parts, 4 shapes/)).toBeVisible();
  await expect(page.getByRole("list", { name: "Parts, front to back" }).getByRole("button")).toHaveText([/lower/, /upper/, /head/, /body/]);

  // Parts: rename, colour, hide and show, reorder, pivot on the picture, rides on.
  await pick(page, "head");
  await page.getByLabel("Name", { exact: true }).fill("Noggin");
  await oneEdit(page, () => page.getByLabel("Name", { exact: true }).press("Enter"));
  await oneEdit(page, () => page.getByRole("button", { name: "Label Plum" }).click());
  await oneEdit(page, () => page.getByRole("button", { name: "Hide", exact: true }).click());
  await oneEdit(page, () => page.getByRole("button", { name: "Show", exact: true }).click());
  await oneEdit(page, () => page.getByRole("button", { name: "Forward" }).click());
  const pivot = await middle(page, '[data-handle="pivot Noggin"]');
  await oneEdit(page, () => drag(page, pivot, { x: pivot.x, y: pivot.y + 60 }));
  await oneEdit(page, () => page.getByLabel("Attached to").selectOption({ label: "body" }));
  await oneEdit(page, () => page.getByLabel("Can attach to").selectOption({ label: "Nothing (detached)" }));
  let puppet = (await server.film(id)).puppets[0];
  const head = puppet.parts.find((part: { name: string }) => part.name === "Noggin");
  expect(puppet.parts.map((part: { name: string }) => part.name)).toEqual(["body", "upper", "Noggin", "lower"]);
  expect([head.label, head.hidden, head.ridesOn]).toEqual(["Plum", false, puppet.parts[0].id]);
  expect(head.pivot.y).toBeGreaterThan(180);

  // Put it back in place for the sums below.
  await setNumber(page, "Pivot Y", "150");

  // Rig: two bones in a row, what rides on them, a reach; two pins on the head and its mesh.
  await go(page, "Rig");
  await painted(page);
  const at = await bench(page);
  const boneTool = page.getByRole("button", { name: "Draw a bone" });
  await boneTool.click();
  await expect(boneTool).toHaveAttribute("aria-pressed", "true");
  await painted(page);
  await oneEdit(page, () => drag(page, at(255, 255), at(355, 255)));
  await expect(page.locator('[data-handle="bone upper bone"]')).toHaveCount(1);
  await painted(page);
  await oneEdit(page, () => drag(page, at(355, 255), at(355, 340)));
  const chooseTool = page.getByRole("button", { name: "Select", exact: true });
  await chooseTool.click();
  // Each has taken the part that it was drawn on; one is let go, and rides again by hand.
  await pick(page, "upper bone");
  await oneEdit(page, () => page.getByRole("button", { name: "Detach" }).click());
  await oneEdit(page, () => page.getByLabel("Attach a part").selectOption({ label: "upper" }));
  await pick(page, "lower bone");
  await oneEdit(page, () => page.getByRole("button", { name: "Make IK chain" }).click());
  await pick(page, "Noggin");
  await page.getByRole("button", { name: "Drop a pin" }).click();
  for (const [x, y] of [[200, 195], [200, 105]] as const) await oneEdit(page, () => page.mouse.click(at(x, y).x, at(x, y).y));
  await expect(page.getByLabel("Name of the pin")).toBeFocused();
  await oneEdit(page, async () => {
    await page.keyboard.type("Crown");
    await page.keyboard.press("Enter");
  });
  await expect(page.getByText("Drawing covered")).toBeVisible();
  await expect(page.getByText("100.0 %")).toBeVisible();

  // Try it: the goal leads the bones, and nothing is kept.
  await page.getByRole("button", { name: "Try it (no keys)" }).click();
  const before = await edits(page);
  const goal = await middle(page, '[data-handle="reach lower bone IK"]');
  await drag(page, goal, { x: goal.x - 60, y: goal.y - 60 });
  await expect.poll(async () => (await middle(page, '[data-handle="reach lower bone IK"]')).x).toBeLessThan(goal.x - 50);
  expect(await edits(page)).toBe(before);
  await chooseTool.click();
  puppet = (await server.film(id)).puppets[0];
  expect(puppet.bones[1].ridesOn).toBe(puppet.bones[0].id);
  expect(puppet.reaches).toHaveLength(1);
  expect(puppet.parts.find((part: { name: string }) => part.name === "Noggin").pins.map((pin: { name: string }) => pin.name)).toEqual(["Pin 1", "Crown"]);

  // Act: a pose at 1, another at 25, a chart, a hold.
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /Place Robot on stage/ }).first().click());
  await painted(page);
  await oneEdit(page, () => page.getByRole("button", { name: "Key pose" }).click());
  await goToFrame(page, 25);
  await painted(page);
  const hand = await middle(page, '[data-handle="reach lower bone IK"]');
  await oneEdit(page, () => drag(page, hand, { x: hand.x - 40, y: hand.y - 90 }));
  const pin = await middle(page, '[data-handle="pin Crown"]');
  await oneEdit(page, () => drag(page, pin, { x: pin.x + 40, y: pin.y }));
  await oneEdit(page, () => page.getByRole("button", { name: "Key pose" }).click());
  await expect(page.locator("[data-card]")).toHaveCount(2);
  await goToFrame(page, 13);
  await oneEdit(page, () => page.getByRole("button", { name: "Ease in", exact: true }).click());
  await expect(page.locator('[data-gap="Ease in"] [data-ticks="25"]')).toHaveCount(1);
  await pick(page, "Crown");
  await oneEdit(page, () => page.getByRole("button", { name: "Hold here", exact: true }).click());
  let shot = (await server.film(id)).shots[0];
  type Key = { frame: number; value: number; at: { x: number; y: number; z?: number }; gap?: { held?: boolean; ease: object } };
  type Track = { address: { owner: string; thing: string; property: string }; keys: Key[] };
  const tracks = (): Track[] => shot.tracks;
  const held = tracks().find(({ address, keys }) => address.property === "shift" && address.thing.startsWith("pin-") && keys.at(-1)?.at.x !== 0);
  const slowStart = { kind: "slow", startPercent: 100, stopPercent: 0 };
  expect(held?.keys.slice(0, 2).map(({ frame, gap }) => [frame, gap?.held ?? false, gap?.ease])).toEqual([[1, true, slowStart], [13, false, slowStart]]);
  expect(shot.cards.map((card: { frame: number }) => card.frame)).toEqual([1, 25]);

  // The head is let go: up to the frame before it goes with what carried it, and stays so until somebody says otherwise.
  await pick(page, "Noggin");
  await oneEdit(page, () => page.getByLabel("Attached to").selectOption({ label: "Nothing (detached)" }));
  shot = (await server.film(id)).shots[0];
  const rides = shot.tracks.find(({ address }: Track) => address.property === "ridesOn");
  // Card 1 says nothing of it: before frame 12 it rides where it did.
  expect(rides.keys).toEqual([{ frame: 12, id: "" }, { frame: 13, id: "stand" }]);
  await oneEdit(page, () => page.keyboard.press("Control+z"));

  // Scenery: a wall behind, at a distance.
  await go(page, "Scenery");
  await page.locator('input[type="file"][accept*=".png"]').first().setInputFiles(svg("wall.svg", wall));
  await expect(page.getByText(/wall.svg: 1 part/)).toBeVisible();
  await setNumber(page, "Distance", "12");
  shot = (await server.film(id)).shots[0];
  const wallStands = () => shot.things.find((thing: { name: string }) => thing.name === "Wall").stand.distance;
  expect(wallStands()).toBe(12);

  // Camera: two marks, a focus pull between two focus marks, a shake, a drag in the elevation.
  await go(page, "Camera");
  await goToFrame(page, 1);
  await oneEdit(page, () => page.getByRole("button", { name: "Set mark" }).click());
  await oneEdit(page, () => page.getByLabel("Focus on").selectOption({ index: 1 }));
  await goToFrame(page, 20);
  await setNumber(page, "Truck", "0.3");
  await setNumber(page, "Lens", "65");
  await oneEdit(page, () => page.getByRole("button", { name: "Set mark" }).click());
  await oneEdit(page, () => page.getByLabel("Focus on").selectOption({ index: 2 }));
  const focus = await middle(page, '[data-handle="focus"]');
  await oneEdit(page, () => drag(page, focus, { x: focus.x - 30, y: focus.y }));
  const line = await middle(page, '[data-stander="Wall"]');
  await oneEdit(page, () => drag(page, line, { x: line.x - 20, y: line.y }));
  await goToFrame(page, 5);
  await oneEdit(page, () => page.getByRole("button", { name: "Add shake here" }).click());
  shot = (await server.film(id)).shots[0];
  const keys = (property: string) => tracks().find(({ address }) => address.owner === "camera" && address.property === property)?.keys ?? [];
  expect(keys("place").map((key) => [key.frame, key.at.x])).toEqual([[1, 0], [20, 0.3]]);
  expect(keys("lens").at(-1)?.value).toBe(65);
  expect(keys("focus")).toHaveLength(2);
  expect(keys("focus")[1]?.value).toBeLessThan(12);
  expect(wallStands()).toBeLessThan(12);
  expect(shot.shakes[0].startFrame).toBe(5);

  // The picture: the wall's colour in a corner, the body's in the middle.
  const pixel = await page.evaluate(async () => {
    const data = await window.fretsaw.pixels({ shot: window.fretsaw.state().shotId }, 1, 320, 180);
    const at = (x: number, y: number) => Array.from(data.slice((y * 320 + x) * 4, (y * 320 + x) * 4 + 3));
    return { corner: at(20, 20), body: at(147, 144) };
  });
  const near = (got: number[], want: number[]) => got.every((value, i) => Math.abs(value - (want[i] ?? 0)) <= 3);
  expect(near(pixel.corner, [0xa8, 0xda, 0xdc]), String(pixel.corner)).toBe(true);
  expect(near(pixel.body, [0x2a, 0x6f, 0x97]), String(pixel.body)).toBe(true);

  // Finish: a print, with progress, fetched; another cancelled.
  await go(page, "Finish");
  await page.getByLabel("Size").selectOption({ index: 2 });
  await page.getByLabel("Last frame").fill("24");
  await page.getByRole("button", { name: "Render", exact: true }).click();
  await expect(page.locator('[data-print="done"]')).toHaveCount(1, { timeout: 90_000 });
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save file" }).click();
  expect((await download).suggestedFilename()).toBe("New film - Shot 1.mp4");
  await page.getByLabel("Size").selectOption({ index: 0 });
  await page.getByLabel("Format").selectOption("webm");
  await page.getByRole("button", { name: "Render", exact: true }).click();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.locator('[data-print="cancelled"]')).toHaveCount(1);

  // SIGKILL, start again: everything is there, and undo goes back through it.
  const film = JSON.stringify(await server.film(id));
  await server.kill();
  await server.start();
  expect(JSON.stringify(await server.film(id))).toBe(film);
  await open(page, server, id);
  await oneEdit(page, () => page.getByRole("button", { name: "Undo" }).click());
  expect((await server.film(id)).shots[0].shakes).toHaveLength(0);
  await oneEdit(page, () => page.getByRole("button", { name: "Redo" }).click());
  await kept(page, 2);
  expect(JSON.stringify(await server.film(id))).toBe(film);
});
