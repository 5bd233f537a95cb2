import { expect, type Page, test } from "./test";
import { kept, newFilm, oneEdit, open, painted, Server } from "./server";

/** A face that the demo did not bring: a head, two mouths and an eye. */
const face = (eye: string) => `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400">
  <g id="head"><circle cx="200" cy="200" r="150" fill="#f4a261"/></g>
  <g id="mouth shut"><rect x="150" y="270" width="100" height="10" fill="#7f1d1d"/></g>
  <g id="mouth open"><rect x="160" y="255" width="80" height="40" fill="#7f1d1d"/></g>
  <g id="eye"><circle cx="200" cy="150" r="20" fill="${eye}"/></g>
</svg>`;

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const svg = (name: string, text: string) => ({ name, mimeType: "image/svg+xml", buffer: Buffer.from(text) });
const go = (page: Page, place: string) => page.getByRole("navigation").getByRole("button", { name: place }).click();
const line = (page: Page, name: string) => page.getByRole("complementary", { name: "List" }).getByRole("button", { name, exact: false }).first();

test("swaps, a head turn and a knead on a drawing of one's own, which is then redrawn", async ({ page }) => {
  await open(page, server);
  await newFilm(page);
  await page.keyboard.press("Escape");
  const id: string = await page.evaluate(() => window.fretsaw.state().filmId);
  const puppet = async () => (await server.film(id)).puppets[0];
  const part = async (name: string) => (await puppet()).parts.find((one: { name: string }) => one.name === name);
  await page.locator('input[type="file"][accept*=".ora"]').first().setInputFiles(svg("face.svg", face("#264653")));
  await expect(page.getByText(/face.svg: 4 parts/)).toBeVisible();

  // The list: narrowed by a name, several chosen with Ctrl, tucked away and brought back as one step each.
  await page.getByLabel("Find a part by name or label").fill("mouth");
  await expect(page.getByRole("list", { name: "Parts, front to back" }).getByRole("listitem")).toHaveCount(2);
  await line(page, "mouth shut").click();
  await line(page, "mouth open").click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Hide in lists" }).click());
  await expect(page.getByText(/2 hidden in lists/)).toBeVisible();
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  await page.getByLabel("Find a part by name or label").fill("");

  // Rig: two mouths become one part with a swap.
  await go(page, "Rig");
  await line(page, "mouth shut").click();
  await line(page, "mouth open").click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Gather 1 as swaps" }).click());
  expect((await part("mouth shut")).swaps).toHaveLength(1);

  // A head turn from depths, tried on the bench: the eye goes right, nothing is keyed and the film does not change.
  await line(page, "head").click();
  await line(page, "eye").click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Make head turn" }).click());
  expect((await puppet()).dials[0].stations).toHaveLength(9);
  const before = JSON.stringify(await server.film(id));
  const eyeAt = () =>
    page.evaluate(async () => {
      const { film, puppetId } = window.fretsaw.state();
      const eye = film.puppets[0].parts.find((one: { name: string }) => one.name === "eye").id;
      const { pivots } = await window.fretsaw.ask({ kind: "overlay", view: { puppet: puppetId }, frame: 1 });
      return pivots.find((one: { part: string }) => one.part === eye).at.x;
    });
  const rest = await eyeAt();
  const pad = page.getByRole("slider");
  await pad.focus();
  for (let i = 0; i < 20; i++) await pad.press("ArrowRight");
  await expect(pad).toHaveAttribute("aria-valuenow", "100");
  // The knob is where the hand is at once; the puppet comes when the core has it.
  await expect.poll(eyeAt).toBeGreaterThan(rest + 20);
  expect(JSON.stringify(await server.film(id))).toBe(before);

  // A knead: one drag is one edit, and undo takes it back.
  await line(page, "head").click();
  await page.getByRole("button", { name: "New knead" }).click();
  await painted(page);
  const box = await page.getByTestId("overlay").boundingBox();
  const middle = { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) * 0.6 };
  await oneEdit(page, async () => {
    await page.mouse.move(middle.x, middle.y);
    await page.mouse.down();
    await page.mouse.move(middle.x + 80, middle.y + 20, { steps: 8 });
    await page.mouse.up();
  });
  expect((await part("head")).kneads[0].strokes.length).toBeGreaterThan(1);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  expect((await part("head")).kneads).toHaveLength(0);

  // Act: the swap is keyed by its name, and the picture shows the open mouth.
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /Place Face on stage/ }).first().click());
  await line(page, "mouth shut").click();
  await oneEdit(page, () => page.getByRole("radio", { name: "mouth open" }).click());
  const track = (await server.film(id)).shots[0].tracks.find((one: { address: { property: string } }) => one.address.property === "swap");
  expect(track.keys[0].id).toBe((await part("mouth shut")).swaps[0].id);

  // Redrawn: the file comes in again with another eye; parts keep their ids, swaps and dials.
  await go(page, "Parts");
  await page.keyboard.press("Escape");
  await page.evaluate(() => undefined);
  const ids = (await puppet()).parts.map((one: { id: string }) => one.id);
  await page.locator("canvas").first().waitFor();
  const redraw = page.getByRole("complementary", { name: "Details" }).locator('input[type="file"]');
  await redraw.setInputFiles(svg("face.svg", face("#e76f51")));
  // The mouth that was gathered into a swap is found there, and does not come again as a part.
  await expect(page.getByText(/Same name, so updated: 4 parts/)).toBeVisible();
  await expect(page.getByText(/^New:/)).toHaveCount(0);
  await oneEdit(page, () => page.getByRole("button", { name: "Update", exact: true }).click());
  const after = await server.film(id);
  expect(after.puppets[0].parts.map((one: { id: string }) => one.id).slice(0, ids.length)).toEqual(ids);
  expect(after.puppets[0].dials).toHaveLength(1);
  const eye = after.puppets[0].parts.find((one: { name: string }) => one.name === "eye");
  expect(after.drawings.find((one: { id: string }) => one.id === eye.drawing).shapes[0].fill.colour).toBe("#e76f51");

  // A second eye, a chosen step to the right, in another colour.
  await line(page, "eye").click();
  await page.getByLabel("Offset of copies, X").fill("70");
  await page.getByLabel("Offset of copies, Y").fill("0");
  await oneEdit(page, () => page.getByRole("button", { name: "Duplicate" }).click());
  await line(page, "eye, copy").click();
  await page.getByRole("group", { name: "Colour to replace" }).getByRole("button", { name: "#e76f51" }).click();
  await page.getByLabel("New colour").fill("#2a9d8f");
  await oneEdit(page, () => page.getByRole("button", { name: "Recolour" }).click());
  const paired = await server.film(id);
  const [left, right] = ["eye", "eye, copy"].map((name) => paired.puppets[0].parts.find((one: { name: string }) => one.name === name));
  expect(right.pivot.x - left.pivot.x).toBeCloseTo(70, 6);
  expect([left, right].map((part) => paired.drawings.find((one: { id: string }) => one.id === part.drawing).shapes[0].fill.colour)).toEqual(["#e76f51", "#2a9d8f"]);

  // Dropped on the window under its puppet's name it is taken for redrawn; said to be another puppet, it comes in beside it.
  await drop(page, "face.svg", face("#264653"));
  await expect(page.getByText(/Same name, so updated/)).toBeVisible();
  expect((await server.film(id)).puppets).toHaveLength(1);
  await oneEdit(page, () => page.getByRole("button", { name: "Import as new puppet" }).click());
  expect((await server.film(id)).puppets).toHaveLength(2);
  await kept(page, 1);
});

/** Lets a file fall on the window, as from the desktop. */
async function drop(page: Page, name: string, text: string): Promise<void> {
  const data = await page.evaluateHandle(
    ([name, text]) => {
      const carried = new DataTransfer();
      carried.items.add(new File([text], name, { type: "image/svg+xml" }));
      return carried;
    },
    [name, text] as const,
  );
  for (const event of ["dragover", "drop"]) await page.dispatchEvent("main, body", event, { dataTransfer: data });
}
