import { expect, type Page, test } from "./test";
import { filmOf, oneEdit, painted, Server } from "./server";

/** A face that the demo did not bring: two mouths, and a head to be blended with another outline. */
const face = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400">
  <g id="head"><circle cx="200" cy="200" r="150" fill="#f4a261"/></g>
  <g id="long head"><ellipse cx="200" cy="200" rx="110" ry="180" fill="#f4a261"/></g>
  <g id="mouth shut"><rect x="150" y="270" width="100" height="10" fill="#7f1d1d"/></g>
  <g id="mouth open"><rect x="160" y="255" width="80" height="40" fill="#7f1d1d"/></g>
  <g id="hat"><rect x="120" y="20" width="160" height="40" fill="#14606b"/><g id="feather"><rect x="240" y="0" width="10" height="40" fill="#c0392b"/></g></g>
</svg>`;

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const go = (page: Page, place: string) => page.getByRole("navigation").getByRole("button", { name: place }).click();
const list = (page: Page) => page.getByRole("complementary", { name: "List" });
const line = (page: Page, name: string) => list(page).getByRole("button", { name, exact: true }).first();
const strip = (page: Page) => page.getByRole("radiogroup", { name: "Drawing of mouth shut" });

async function faced(page: Page) {
  const id = await filmOf(page, server, "face.svg", face, 6);
  return { film: () => server.film(id), puppet: async () => (await server.film(id)).puppets[0] };
}

test("swaps and forms are tried on the bench, put on a dial, and keyed in Act", async ({ page }) => {
  const { film, puppet } = await faced(page);
  await go(page, "Rig");
  await line(page, "mouth shut").click();
  await line(page, "mouth open").click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Gather 1 as swaps" }).click());
  await line(page, "head").click();
  await line(page, "long head").click({ modifiers: ["Control"] });
  await oneEdit(page, () => page.getByRole("button", { name: "Blend with 1 as forms" }).click());

  // The dial is turned, the look is set while trying, and the dial has stayed where it was.
  await oneEdit(page, () => page.getByRole("button", { name: "Add dial" }).click());
  const dial = page.getByRole("slider", { name: "Dial 1" });
  await dial.focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press("ArrowRight");
  await expect(dial).toHaveAttribute("aria-valuenow", "100");
  await page.getByRole("button", { name: /^Try it/ }).click();
  await expect(dial).toHaveAttribute("aria-valuenow", "100");
  await line(page, "mouth shut").click();
  await strip(page).getByRole("radio", { name: "mouth open" }).click();
  await expect(strip(page).getByRole("radio", { name: "mouth open" })).toBeChecked();
  await line(page, "head").click();
  const amount = page.getByRole("slider", { name: "long head" });
  await amount.focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press("ArrowRight");
  await expect(amount).toHaveAttribute("aria-valuenow", "50");
  await list(page).getByRole("button", { name: /^Dial 1/ }).click();
  await oneEdit(page, () => page.getByRole("button", { name: "Set look here" }).click());
  const rigged = await puppet();
  const head = rigged.parts.find((one: { name: string }) => one.name === "head");
  const mouth = rigged.parts.find((one: { name: string }) => one.name === "mouth shut");
  const { across, values } = rigged.dials[0].stations[0];
  expect(across).toBe(100);
  expect(values).toHaveLength(2);
  expect(values).toContainEqual(expect.objectContaining({ thing: head.forms[0].id, property: "amount", value: 50 }));
  expect(values).toContainEqual(expect.objectContaining({ thing: mouth.id, property: "swap", choice: mouth.swaps[0].id }));

  // At 0 the puppet is at rest, and stays so.
  await line(page, "mouth shut").click();
  await page.getByRole("button", { name: "Select", exact: true }).click();
  await page.getByRole("button", { name: /^Try it/ }).click();
  await strip(page).getByRole("radio", { name: "mouth open" }).click();
  await list(page).getByRole("button", { name: /^Dial 1/ }).click();
  await page.getByRole("button", { name: "Set look here" }).click();
  await expect(page.getByText(/Turn it to another value/)).toBeVisible();
  expect((await puppet()).dials[0].stations).toHaveLength(1);

  // In Act the same pictures and sliders key.
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /on stage/i }).first().click());
  await line(page, "mouth shut").click();
  await oneEdit(page, () => strip(page).getByRole("radio", { name: "mouth open" }).click());
  await line(page, "head").click();
  await amount.focus();
  await oneEdit(page, () => page.keyboard.press("ArrowRight"));
  const tracks = (await film()).shots[0].tracks;
  expect(tracks.map((track: { address: { property: string } }) => track.address.property).sort()).toEqual(["amount", "swap"]);

  // The arrow keys move what is chosen by a step, with Shift by ten.
  await line(page, "mouth shut").click();
  await oneEdit(page, () => page.keyboard.press("ArrowRight"));
  await oneEdit(page, () => page.keyboard.press("Shift+ArrowUp"));
  const shift = (await film()).shots[0].tracks.find((track: { address: { property: string } }) => track.address.property === "shift");
  expect(shift.keys[0].at).toEqual({ x: 1, y: -10 });
  await painted(page);
});

test("parts are chosen in ranges and all at once, copied, and taken away with what rides on them", async ({ page }) => {
  const { puppet } = await faced(page);
  const names = async () => (await puppet()).parts.map((part: { name: string }) => part.name);
  await line(page, "mouth open").click();
  await line(page, "head").click({ modifiers: ["Shift"] });
  await expect(page.getByRole("heading", { name: "4 parts" })).toBeVisible();
  await oneEdit(page, () => page.getByLabel("Opacity").fill("50").then(() => page.keyboard.press("Enter")));
  expect((await puppet()).parts.filter((part: { opacity: number }) => part.opacity === 0.5)).toHaveLength(4);

  await line(page, "hat").click();
  await oneEdit(page, () => page.keyboard.press("Delete"));
  expect(await names()).toEqual(["head", "long head", "mouth shut", "mouth open", "feather"]);
  await oneEdit(page, () => page.keyboard.press("Control+z"));
  await line(page, "hat").click();
  await oneEdit(page, () => page.getByRole("button", { name: "Delete with 1 attached part" }).click());
  expect(await names()).toEqual(["head", "long head", "mouth shut", "mouth open"]);
  await oneEdit(page, () => page.keyboard.press("Control+z"));

  await line(page, "head").click();
  await oneEdit(page, () => page.keyboard.press("Control+d"));
  expect(await names()).toHaveLength(7);
  await page.keyboard.press("Control+a");
  await expect(page.getByRole("heading", { name: "7 parts" })).toBeVisible();
});

test("the keys go from rail to list to picture to details", async ({ page }) => {
  await faced(page);
  await page.keyboard.press("F6");
  await expect(page.getByRole("navigation").getByRole("button", { name: "Parts" })).toBeFocused();
  await page.keyboard.press("F6");
  const focused = () => page.evaluate(() => document.activeElement?.closest("[aria-label]:not(button):not(input):not(ul)")?.getAttribute("aria-label"));
  expect(await focused()).toBe("List");
  // Arrow keys go from line to line, so that a pin at the end is three presses away.
  await page.keyboard.press("ArrowDown");
  const first = await page.evaluate(() => document.activeElement?.textContent);
  await page.keyboard.press("ArrowDown");
  expect(await page.evaluate(() => document.activeElement?.textContent)).not.toBe(first);
  await page.keyboard.press("ArrowUp");
  expect(await page.evaluate(() => document.activeElement?.textContent)).toBe(first);
  await page.keyboard.press("End");
  const last = page.getByRole("complementary", { name: "List" }).locator("li [aria-pressed]:visible").last();
  await expect(last).toBeFocused();
  // A line is chosen by Enter.
  await line(page, "head").focus();
  await page.keyboard.press("Enter");
  await expect(line(page, "head")).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("F6");
  expect(await focused()).toBe("Stage");
  await page.keyboard.press("F6");
  expect(await focused()).toBe("Details");
  await page.keyboard.press("Shift+F6");
  await page.keyboard.press("Shift+F6");
  await expect(line(page, "head")).toBeFocused();
});
