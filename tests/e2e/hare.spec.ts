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
  await card(page).getByRole("button", { name: "Import swaps" }).click();
  await oneEdit(page, async () => (await chooser).setFiles([svg("wide.svg", wide)]));
  const { swaps, pivot } = await part("mouth");
  expect(swaps).toHaveLength(1);
  expect(swaps[0].name.toLowerCase()).toBe("wide");
  // Of the file's middle at (30, 20) and the mouth's at (250, 269).
  expect(swaps[0].pivot.x - pivot.x).toBeCloseTo(30 - 250, 0);

  // A head turn: the far ear passes behind the head, and the near one stays before it.
  await line(page, "head").click();
  for (const feature of ["ear one", "ear two", "mouth"]) await line(page, feature).click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Make head turn" }).click());
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
  await page.getByRole("button", { name: "Select", exact: true }).click();
  await line(page, "tail").click();
  expect((await part("tail")).bend.bones).toHaveLength(2);
  await card(page).getByRole("button", { name: "Paint more" }).click();
  await expect(page.getByTestId("weights-on-stage")).toBeVisible();
  const spot = on(370, 455);
  await page.mouse.move(spot.x - 8, spot.y);
  await expect(page.getByTestId("brush-ring")).toBeVisible();
  await oneEdit(page, () => pull(page, spot, { x: 12, y: 0 }));
  expect((await part("tail")).bend.strokes.length).toBeGreaterThan(0);
  await page.getByRole("button", { name: "Select", exact: true }).click();

  // Both legs' pivots are two things that are chosen: what can be done to one is done to both, and taken back as one.
  const bones = (await puppet()).bones;
  const bone = (name: string) => list(page).getByRole("button", { name: new RegExp(`^${name}`) });
  await bone(bones[0].name).click();
  await bone(bones[1].name).click({ modifiers: ["Shift"] });
  await oneEdit(page, () => card(page).getByRole("button", { name: "Delete 2 bones" }).click());
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
  await expect(card(page).getByText("Same name, so updated: 9 parts")).toBeVisible();
  await oneEdit(page, () => card(page).getByRole("button", { name: "Update", exact: true }).click());
  expect(await drawn()).toEqual(before);
  expect(await rig()).toBe(rigged);
});

test("over the picture a pad turns, what is repeated becomes keys, and a bounce goes evenly across", async ({ page }) => {
  const id = await filmOf(page, server, "hare.svg", hare, 8);
  const tracks = async (): Promise<Json[]> => (await server.film(id)).shots[0].tracks;
  await go(page, "Rig");
  await line(page, "head").click();
  for (const feature of ["ear one", "ear two"]) await line(page, feature).click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Make head turn" }).click());
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /on stage/i }).first().click());
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
  await unfold(page, "Loops and limits");
  await oneEdit(page, () => card(page).getByRole("combobox", { name: "After last key" }).selectOption("Again"));
  const across = (frame: number) =>
    page.evaluate(async (to) => {
      const { shotId, castId, film } = window.fretsaw.state();
      const thing = film.puppets[0].dials[0].id;
      const { lines } = await window.fretsaw.ask({ kind: "values", view: { shot: shotId }, frame: to, owner: castId, thing });
      return lines[0].value;
    }, frame);
  const seen = await Promise.all([30, 37, 42, 60].map(across));
  const again = page.getByRole("button", { name: /^head turn, repeated at frame 37/ });
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
    await body("X").fill(String(x));
    await oneEdit(page, () => page.keyboard.press("Enter"));
    await body("Y").fill(String(y));
    await oneEdit(page, () => page.keyboard.press("Enter"));
  }
  await at(5);
  await oneEdit(page, () => card(page).getByRole("checkbox", { name: "X and Y apart" }).click());
  const shift = async (axis: string) => (await tracks()).find((track) => track.address.thing === "body" && track.address.property === axis);
  expect((await shift("shiftX")).keys.map((key: Json) => [key.frame, key.value])).toEqual([[1, 0], [13, 100], [25, 200]]);
  await card(page).getByRole("combobox", { name: "Chart of" }).selectOption({ label: "X" });
  await oneEdit(page, () => card(page).getByRole("button", { name: "Linear", exact: true }).click());
  expect((await shift("shiftX")).keys[0].gap.ease).toEqual({ kind: "slow", startPercent: 0, stopPercent: 0 });
  expect((await shift("shiftY")).keys[0].gap ?? null).toBeNull();
  await oneEdit(page, () => card(page).getByRole("checkbox", { name: "X and Y apart" }).click());
  expect((await shift("shift")).keys).toHaveLength(3);
});

test("a hare speaks, throws what is in its hand, and walks by its feet", async ({ page }) => {
  const carrot = `<g id="carrot"><path d="M100 380L150 372L150 392Z" fill="#e07b2a"/></g></svg>`;
  const id = await filmOf(page, server, "hare.svg", hare.replace("</svg>", carrot), 9);
  const puppet = async (): Promise<Json> => (await server.film(id)).puppets[0];
  const part = async (name: string) => (await puppet()).parts.find((one: Json) => one.name === name);
  const shot = async (): Promise<Json> => (await server.film(id)).shots[0];
  const at = async (frame: number) => {
    await page.evaluate((to) => window.fretsaw.setState({ frame: to }), frame);
    await painted(page);
  };
  /** Where things are in the picture: a part by its pivot, a bone by its end. */
  const where = (thing: string, frame: number): Promise<{ x: number; y: number }> =>
    page.evaluate(
      async ([thing, frame]) => {
        const { shotId, castId } = window.fretsaw.state();
        const { pivots, bones } = await window.fretsaw.ask({ kind: "overlay", view: { shot: shotId }, frame, owner: castId });
        return pivots.find((one: Json) => one.part === thing)?.at ?? bones.find((one: Json) => one.bone === thing).end;
      },
      [thing, frame] as const,
    );
  const apart = (one: { x: number; y: number }, other: { x: number; y: number }) => Math.hypot(one.x - other.x, one.y - other.y);

  // Two legs by two limbs, a second mouth, the carrot carried by the trunk.
  await go(page, "Rig");
  await line(page, "mouth").click();
  const chooser = page.waitForEvent("filechooser");
  await card(page).getByRole("button", { name: "Import swaps" }).click();
  await oneEdit(page, async () => (await chooser).setFiles([svg("wide.svg", wide)]));
  await line(page, "head").click();
  const head = await middle(page, '[data-handle="pivot head"]');
  await line(page, "leg one").click();
  const leg = await middle(page, '[data-handle="pivot leg one"]');
  const scale = (leg.y - head.y) / (570 - 210);
  const on = (x: number, y: number) => ({ x: head.x + (x - 250) * scale, y: head.y + (y - 210) * scale });
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Draw a limb" }).click();
  for (const x of [214, 286])
    await oneEdit(page, async () => {
      for (const y of [490, 570, 650]) await page.mouse.click(on(x, y).x, on(x, y).y);
    });
  await page.getByRole("button", { name: "Select", exact: true }).click();
  const feet: string[] = (await puppet()).reaches.map((reach: Json) => reach.id);
  expect(feet).toHaveLength(2);

  // On the stage; its mouths are said by hand, a line is spoken, and a cue's edge is dragged.
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /on stage/i }).first().click());
  await unfold(page, "Mouths");
  await oneEdit(page, () => card(page).getByRole("combobox", { name: "Made of" }).selectOption({ label: "mouth" }));
  expect((await puppet()).mouths.shapes.map(({ mouth, values }: Json) => [mouth, values[0].choice])).toEqual([["Shut", ""], ["Open", (await part("mouth")).swaps[0].id]]);
  await list(page).getByLabel("Spoken line").fill("My map.");
  await list(page).getByRole("button", { name: "Speak here" }).click();
  await expect(card(page).getByRole("heading", { name: /^My map/ })).toBeVisible();
  await oneEdit(page, () => card(page).getByRole("button", { name: "Fill from speech" }).click());
  const said: Json[] = (await shot()).cues;
  const dragged = said.findIndex(({ frame }, i) => i > 0 && frame - said[i - 1].frame > 1);
  const edge = await middle(page, `[data-cue="${said[dragged].frame}"] [data-edge]`);
  const outline = await page.locator("[data-sound]").first().boundingBox();
  const wideOf = (outline?.width ?? 0) / (await shot()).sounds[0].length;
  await oneEdit(page, () => pull(page, edge, { x: -wideOf, y: 0 }));
  expect((await shot()).cues[dragged].frame).toBe(said[dragged].frame - 1);

  // The carrot is let go and thrown: what was let go stays in the hand, and its way is eased.
  const carrotId = (await part("carrot")).id;
  await at(24);
  await line(page, "carrot").click();
  const held = await where(carrotId, 24);
  await oneEdit(page, () => card(page).getByLabel("Attached to").selectOption({ label: "Nothing (detached)" }));
  await at(36);
  await oneEdit(page, async () => pull(page, await middle(page, '[data-handle="pivot carrot"]'), { x: -120, y: -90 }));
  await painted(page);
  const landed = await where(carrotId, 36);
  expect(landed.x).toBeLessThan(held.x - 100);
  expect(apart(await where(carrotId, 24), held)).toBeLessThan(0.1);
  expect(apart(await where(carrotId, 12), held)).toBeLessThan(0.1);
  const flown = await Promise.all([26, 30, 34].map(async (frame) => apart(await where(carrotId, frame), held) / apart(landed, held)));
  expect(flown[0]).toBeGreaterThan(0.005);
  expect(flown[0]).toBeLessThan(0.2);
  expect(flown[1]).toBeCloseTo(0.5, 1);
  expect(flown[2]).toBeGreaterThan(0.8);

  // A step: the body goes down and on over planted feet; one foot is lifted, set down farther on, and stands while the body comes after.
  const ends = (await puppet()).reaches.map(({ lower }: Json) => lower) as [string, string];
  const stood = await Promise.all(ends.map((bone) => where(bone, 1)));
  const shift = async (frame: number, label: string, value: number) => {
    await at(frame);
    await line(page, "Whole body").click();
    await card(page).getByLabel(`${label}, px`).fill(String(value));
    await oneEdit(page, () => page.keyboard.press("Enter"));
  };
  await shift(40, "Y", 30);
  await page.keyboard.press("Escape");
  await oneEdit(page, () => page.keyboard.press("Enter"));
  await shift(52, "X", 40);
  const foot = list(page).getByRole("button", { name: /^leg one, end/ });
  await at(40);
  await foot.click();
  await oneEdit(page, () => card(page).getByRole("button", { name: "Planted: lift here" }).click());
  await at(52);
  await oneEdit(page, async () => pull(page, await middle(page, '[data-handle="reach leg one, end"]'), { x: 40, y: 0 }));
  await oneEdit(page, () => card(page).getByRole("button", { name: "Plant here" }).click());
  await shift(64, "X", 80);
  await painted(page);
  const going = (bone: string, frames: number[]) => Promise.all(frames.map((frame) => where(bone, frame)));
  for (const at of await going(ends[1], [1, 20, 40, 46, 52, 58, 64])) expect(apart(at, stood[1])).toBeLessThan(0.05);
  for (const at of await going(ends[0], [1, 39, 40])) expect(apart(at, stood[0])).toBeLessThan(0.05);
  const [air, set, later, last] = await going(ends[0], [46, 52, 58, 64]);
  expect(air.x).toBeGreaterThan(stood[0].x + 10);
  expect(set.x).toBeGreaterThan(stood[0].x + 100);
  expect(air.x).toBeLessThan(set.x - 10);
  // The leg is all but straight as the foot is set down, and comes short of its goal by a little.
  expect(apart(set, last)).toBeLessThan(2);
  expect(apart(later, last)).toBeLessThan(0.05);
});
