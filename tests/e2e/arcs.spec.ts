import { expect, type Page, test } from "./test";
import { oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const details = (page: Page) => page.getByRole("complementary", { name: "Details" });

/** Act, at a frame, with the goal of the free paw chosen and its arc shown. */
async function arcing(page: Page, frame: number) {
  await open(page, server);
  await page.keyboard.press("3");
  await painted(page);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  await page.getByRole("complementary", { name: "List" }).getByRole("button", { name: "Paw, free side IK chain" }).click();
  await page.evaluate((frame) => window.fretsaw.setState({ frame }), frame);
  await page.keyboard.press("a");
  await expect(page.locator(`[data-dot="${frame}"]`)).toBeAttached();
}

const middle = async (page: Page, selector: string) => {
  const box = await page.locator(selector).boundingBox();
  if (box === null) throw new Error(`There is no ${selector}.`);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

async function drag(page: Page, from: { x: number; y: number }, by: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + by.x / 2, from.y + by.y / 2);
  await page.mouse.move(from.x + by.x, from.y + by.y);
  await page.mouse.up();
}

const shiftTrack = async () => {
  const film = await server.film("demo");
  return film.shots[1].tracks.find((track: { address: { owner: string; thing: string; property: string } }) => track.address.owner === "bramble" && track.address.thing === "reach-free" && track.address.property === "shift");
};

test("a path is made smooth, bent by its handle without a change of timing, and put back", async ({ page }) => {
  await arcing(page, 107);
  await expect(details(page)).toContainText("Path from 107 on");
  await oneEdit(page, () => details(page).getByRole("button", { name: "Smooth", exact: true }).click());
  const smooth = await shiftTrack();
  const ask = () => page.evaluate(() => window.fretsaw.ask({ kind: "arc", view: { shot: "fog-horn" }, frame: 107, owner: "bramble", thing: "reach-free", from: 107, to: 125 }));
  const before = await ask();
  const handle = await middle(page, '[data-handle="path out 107"] rect');
  await oneEdit(page, () => drag(page, handle, { x: 40, y: 30 }));
  const bent = await shiftTrack();
  const key = (track: { keys: { frame: number }[] }) => track.keys.find(({ frame }) => frame === 107) as unknown as { out: { x: number }; at: unknown };
  expect(key(bent).out.x).toBeGreaterThan(key(smooth).out.x + 20);
  expect(key(bent).at).toEqual(key(smooth).at);

  const after = await ask();
  expect(after.dots[18]).toEqual(before.dots[18]);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect(await shiftTrack()).toEqual(smooth);
});

test("lengths and places along a path are the browser's own", async ({ page }) => {
  await arcing(page, 107);
  const off = await page.evaluate(async () => {
    const shotId = "fog-horn";
    const address = { owner: "bramble", thing: "reach-free", property: "shift" };
    const gap = { ease: { kind: "slow", startPercent: 0, stopPercent: 0 }, every: 1 };
    // Nothing else may move what the path runs in, and the goal is looked at by itself.
    await window.fretsaw.commit({ kind: "setGap", shotId, frame: 107, gap, owner: null, addresses: [address] });
    await window.fretsaw.commit({ kind: "shapePath", shotId, address, frame: 107, out: { x: 60, y: -140, z: 0 } });
    await window.fretsaw.commit({ kind: "shapePath", shotId, address, frame: 125, in: { x: 90, y: 20, z: 0 } });
    const { lines } = await window.fretsaw.ask({ kind: "graph", shot: shotId, addresses: [address], from: 107, to: 125 });
    const key = (line: number, frame: number) => lines[line].keys.find((one: { frame: number }) => one.frame === frame).value;
    const [x0, y0, x1, y1] = [key(0, 107), key(1, 107), key(0, 125), key(1, 125)];
    const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
    path.setAttribute("d", `M${x0} ${y0}C${x0 + 60} ${y0 - 140} ${x1 + 90} ${y1 + 20} ${x1} ${y1}`);
    const whole = path.getTotalLength();
    let most = 0;
    for (let k = 0; k <= 18; k++) {
      const at = path.getPointAtLength((whole * k) / 18);
      most = Math.max(most, Math.hypot(at.x - lines[0].values[k], at.y - lines[1].values[k]));
    }
    return { most, whole };
  });
  console.log(`off by ${off.most.toExponential(1)} px of ${Math.round(off.whole)}`);
  // The browser measures lengths of curves to some thousandths of a pixel.
  expect(off.most).toBeLessThan(off.whole * 1e-4);
  expect(off.whole).toBeGreaterThan(150);
});

test("a dot of an arc is dragged: its control is keyed at that frame, under the pointer", async ({ page }) => {
  await arcing(page, 107);
  const from = await middle(page, '[data-dot="116"]');
  await oneEdit(page, () => drag(page, from, { x: 30, y: 18 }));
  const track = await shiftTrack();
  expect(track.keys.map(({ frame }: { frame: number }) => frame)).toContain(116);
  await expect.poll(() => middle(page, '[data-dot="116"]').then((at) => Math.round(Math.hypot(at.x - from.x - 30, at.y - from.y - 18)))).toBeLessThan(2);
  expect(await page.evaluate(() => window.fretsaw.state().frame)).toBe(107);
});
