import { expect, type Page, test } from "./test";
import { filmOf, oneEdit, painted, Server, unfold } from "./server";

/**
 * A hare that the demo did not bring, plain layers without a rig: seen from the front, its ears at the edge of its head, its sides not called left or
 * right.
 */
const hare = `<svg xmlns="http://www.w3.org/2000/svg" width="500" height="700">
  <g id="tail"><path d="M300 470L400 440L400 460L300 500Z" fill="#c9a27a"/></g>
  <g id="leg one"><rect x="196" y="480" width="36" height="180" fill="#8a6f55"/></g>
  <g id="leg two"><rect x="268" y="480" width="36" height="180" fill="#8a6f55"/></g>
  <g id="trunk"><rect x="190" y="300" width="120" height="200" fill="#b08968"/></g>
  <g id="head"><circle cx="250" cy="210" r="100" fill="#d6b28f"/></g>
  <g id="ear one"><rect x="140" y="180" width="30" height="60" fill="#e3c9ae"/></g>
  <g id="ear two"><rect x="330" y="180" width="30" height="60" fill="#e3c9ae"/></g>
  <g id="mouth"><rect x="225" y="265" width="50" height="8" fill="#5a2a2a"/></g>
</svg>`;

const wide = `<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><ellipse cx="30" cy="20" rx="28" ry="18" fill="#7f1d1d"/></svg>`;

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const go = (page: Page, place: string) => page.getByRole("navigation").getByRole("button", { name: place }).click();
const list = (page: Page) => page.getByRole("complementary", { name: "List" });
const card = (page: Page) => page.getByRole("complementary", { name: "Details" });
const line = (page: Page, name: string) => list(page).getByRole("button", { name, exact: true }).first();
const svg = (name: string, text: string) => ({ name, mimeType: "image/svg+xml", buffer: Buffer.from(text) });

async function middle(page: Page, selector: string) {
  const box = await page.locator(selector).first().boundingBox();
  if (box === null) throw new Error(`${selector} is not to be seen.`);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

async function pull(page: Page, from: { x: number; y: number }, by: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + by.x / 2, from.y + by.y / 2);
  await page.mouse.move(from.x + by.x, from.y + by.y);
  await page.mouse.up();
}

// biome-ignore lint/suspicious/noExplicitAny: a film is JSON here
type Json = any;

test("a hare is paired, turned, given a mouth from a file, weighted on the picture, and redrawn there and back", async ({ page }) => {
  const id = await filmOf(page, server, "hare.svg", hare, 8);
  const puppet = async (): Promise<Json> => (await server.film(id)).puppets[0];
  const part = async (name: string) => (await puppet()).parts.find((one: Json) => one.name === name);

  // Its sides have found each other by what they look like.
  const named = new Map((await puppet()).parts.map((one: Json) => [one.id, one.name]));
  expect((await puppet()).pairs.map(({ one, other }: Json) => [named.get(one), named.get(other)]).sort()).toEqual([
    ["ear one", "ear two"],
    ["leg one", "leg two"],
  ]);

  // A second mouth in one action, its middle over the first one's.
  await go(page, "Rig");
  await line(page, "mouth").click();
  const chooser = page.waitForEvent("filechooser");
  await card(page).getByRole("button", { name: "Bring swaps in" }).click();
  await oneEdit(page, async () => (await chooser).setFiles([svg("wide.svg", wide)]));
  const { swaps, pivot } = await part("mouth");
  expect(swaps).toHaveLength(1);
  expect(swaps[0].name.toLowerCase()).toBe("wide");
  // Of the file's middle at (30, 20) and the mouth's at (250, 269).
  expect(swaps[0].pivot.x - pivot.x).toBeCloseTo(30 - 250, 0);

  // A head turn: the far ear passes behind the head, and the near one stays before it.
  await line(page, "head").click();
  for (const feature of ["ear one", "ear two", "mouth"]) await line(page, feature).click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Make a head turn" }).click());
  const stations: Json[] = (await puppet()).dials[0].stations;
  const behind = (across: number) =>
    stations.find((one) => one.across === across && one.down === 0).values.filter((value: Json) => value.property === "lies").map((value: Json) => named.get(value.thing));
  expect([behind(100), behind(0), behind(-100)]).toEqual([["ear two"], [], ["ear one"]]);

  // A tail of two bones whose weights are painted where they are seen: on the picture, under a ring as large as the brush.
  await page.keyboard.press("Escape");
  const [at, leg] = [await (async () => (await line(page, "head").click(), middle(page, '[data-handle="pivot head"]')))(), await (async () => (await line(page, "leg one").click(), middle(page, '[data-handle="pivot leg one"]')))()];
  const scale = (leg.y - at.y) / (570 - 210);
  const on = (x: number, y: number) => ({ x: at.x + (x - 250) * scale, y: at.y + (y - 210) * scale });
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Draw a limb" }).click();
  await oneEdit(page, async () => {
    for (const [x, y] of [[305, 480], [350, 466], [395, 452]] as const) await page.mouse.click(on(x, y).x, on(x, y).y);
  });
  await page.getByRole("button", { name: "Choose", exact: true }).click();
  await line(page, "tail").click();
  expect((await part("tail")).bend.bones).toHaveLength(2);
  await card(page).getByRole("button", { name: "Paint more" }).click();
  await expect(page.getByTestId("weights-on-stage")).toBeVisible();
  const spot = on(370, 455);
  await page.mouse.move(spot.x - 8, spot.y);
  await expect(page.getByTestId("brush-ring")).toBeVisible();
  await oneEdit(page, () => pull(page, spot, { x: 12, y: 0 }));
  expect((await part("tail")).bend.strokes.length).toBeGreaterThan(0);
  await page.getByRole("button", { name: "Choose", exact: true }).click();

  // Both legs' pivots are two things that are chosen: what can be done to one is done to both, and taken back as one.
  const bones = (await puppet()).bones;
  const bone = (name: string) => list(page).getByRole("button", { name: new RegExp(`^${name}`) });
  await bone(bones[0].name).click();
  await bone(bones[1].name).click({ modifiers: ["Shift"] });
  await oneEdit(page, () => card(page).getByRole("button", { name: "Remove 2 bones" }).click());
  expect((await puppet()).bones).toHaveLength(0);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect((await puppet()).bones).toHaveLength(2);

  // At rest it goes out as it was drawn, the second mouth hidden beside the first; it comes back as the same drawings on the same rig.
  const rest = await (await fetch(`${server.address}/api/films/${id}/puppets/${(await puppet()).id}/rest.svg`)).text();
  const drawn = async () => {
    const film = await server.film(id);
    const shapes = new Map(film.drawings.map((one: Json) => [one.id, JSON.stringify(one.shapes.map((shape: Json) => shape.path))]));
    return film.puppets[0].parts.flatMap((one: Json) => [one.drawing, ...one.swaps.map((swap: Json) => swap.drawing)]).map((drawing: string) => shapes.get(drawing));
  };
  const rig = async () => JSON.stringify(await puppet(), (key, value) => (key === "drawing" ? undefined : value));
  const [before, rigged] = [await drawn(), await rig()];
  await go(page, "Parts");
  await page.keyboard.press("Escape");
  await page.keyboard.press("Escape");
  await card(page).locator('input[type="file"]').setInputFiles(svg("hare at rest.svg", rest));
  await expect(card(page).getByText("9 parts found by their names")).toBeVisible();
  await oneEdit(page, () => card(page).getByRole("button", { name: "Redraw", exact: true }).click());
  expect(await drawn()).toEqual(before);
  expect(await rig()).toBe(rigged);
});

test("over the picture a pad turns, what is repeated becomes keys, and a bounce goes evenly across", async ({ page }) => {
  const id = await filmOf(page, server, "hare.svg", hare, 8);
  const tracks = async (): Promise<Json[]> => (await server.film(id)).shots[0].tracks;
  await go(page, "Rig");
  await line(page, "head").click();
  for (const feature of ["ear one", "ear two"]) await line(page, feature).click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Make a head turn" }).click());
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /on the stage/i }).first().click());
  const at = (frame: number) => page.evaluate((to) => window.fretsaw.setState({ frame: to }), frame);

  // The pad stands over the picture and in the card; either keys it, by the mouse and by an arrow key.
  await list(page).getByRole("button", { name: /^head turn/ }).click();
  await painted(page);
  const plate = await page.locator('[data-handle="dial head turn"] > rect').first().boundingBox();
  if (plate === null) throw new Error("The pad is not over the picture.");
  await oneEdit(page, () => pull(page, { x: plate.x + plate.width / 2, y: plate.y + plate.height / 2 }, { x: plate.width * 0.3, y: 0 }));
  const pad = async () => (await tracks()).filter((track) => track.address.property === "across")[0].keys;
  expect((await pad())[0].value).toBeGreaterThan(50);
  const face = card(page).getByRole("slider", { name: /^head turn/ });
  await at(13);
  await face.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowLeft"));
  expect((await pad()).map((key: Json) => key.frame)).toEqual([1, 13]);
  expect((await pad())[1].value).toBe((await pad())[0].value - 5);
  await at(25);
  await face.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowRight"));

  // It goes on and on; a bead that comes again is pressed and is a key, and nothing has moved.
  await unfold(page, "How it goes on");
  await oneEdit(page, () => card(page).getByRole("combobox", { name: "After its last key" }).selectOption("Again"));
  const across = (frame: number) =>
    page.evaluate(async (to) => {
      const { shotId, castId, film } = window.fretsaw.state();
      const thing = film.puppets[0].dials[0].id;
      const { lines } = await window.fretsaw.ask({ kind: "values", view: { shot: shotId }, frame: to, owner: castId, thing });
      return lines[0].value;
    }, frame);
  const seen = await Promise.all([30, 37, 42, 60].map(across));
  const again = page.getByRole("button", { name: /^head turn, comes again at frame 37/ });
  await oneEdit(page, () => again.click());
  expect((await pad()).map((key: Json) => key.frame)).toEqual([1, 13, 25, 37, 49]);
  expect(await Promise.all([30, 37, 42, 60].map(across))).toEqual(seen);
  await expect(page.getByRole("button", { name: "head turn, key at frame 37" })).toHaveAttribute("aria-pressed", "true");

  // A key behind all of it leaves what is repeated, on the page as on the server.
  await at(85);
  await list(page).getByRole("button", { name: /^head turn/ }).click();
  await face.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowRight"));
  expect(await Promise.all([30, 37, 42, 60].map(across))).toEqual(seen);
  expect((await pad()).some((key: Json) => key.frame === 85)).toBe(true);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect((await pad()).map((key: Json) => key.frame)).toEqual([1, 13, 25, 37, 49]);

  // A bounce: the whole body is keyed at three places, parted, and only its height slows as it rises.
  await page.keyboard.press("Escape");
  await list(page).getByRole("button", { name: "Whole body" }).click();
  const body = (label: string) => card(page).getByLabel(`${label}, px`);
  for (const [frame, x, y] of [[1, 0, 0], [13, 100, -120], [25, 200, 0]] as const) {
    await at(frame);
    await body("Shift across").fill(String(x));
    await oneEdit(page, () => page.keyboard.press("Enter"));
    await body("Shift down").fill(String(y));
    await oneEdit(page, () => page.keyboard.press("Enter"));
  }
  await at(5);
  await oneEdit(page, () => card(page).getByRole("checkbox", { name: "Across and down apart" }).click());
  const shift = async (axis: string) => (await tracks()).find((track) => track.address.thing === "body" && track.address.property === axis);
  expect((await shift("shiftX")).keys.map((key: Json) => [key.frame, key.value])).toEqual([[1, 0], [13, 100], [25, 200]]);
  await card(page).getByRole("combobox", { name: "Chart of" }).selectOption({ label: "its place across" });
  await oneEdit(page, () => card(page).getByRole("button", { name: "Even", exact: true }).click());
  expect((await shift("shiftX")).keys[0].gap.ease).toEqual({ kind: "slow", startPercent: 0, stopPercent: 0 });
  expect((await shift("shiftY")).keys[0].gap ?? null).toBeNull();
  await oneEdit(page, () => card(page).getByRole("checkbox", { name: "Across and down apart" }).click());
  expect((await shift("shift")).keys).toHaveLength(3);
});
