import { expect, type Page, test } from "./test";
import { filmOf, oneEdit, Server, unfold } from "./server";

/** A face that the demo did not bring, cut out of paper: each eye is a ball and a lid that lies over it when it is shifted down. */
const face = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400">
  <g id="head"><circle cx="200" cy="200" r="150" fill="#f4a261"/></g>
  <g id="left ball"><circle cx="150" cy="180" r="24" fill="#ffffff"/></g>
  <g id="right ball"><circle cx="250" cy="180" r="24" fill="#ffffff"/></g>
  <g id="left lid"><rect x="122" y="100" width="56" height="50" fill="#7f1d1d"/></g>
  <g id="right lid"><rect x="222" y="100" width="56" height="50" fill="#7f1d1d"/></g>
</svg>`;

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const go = (page: Page, place: string) => page.getByRole("navigation").getByRole("button", { name: place }).click();
const list = (page: Page) => page.getByRole("complementary", { name: "List" });
const line = (page: Page, name: string) => list(page).getByRole("button", { name, exact: true }).first();

/** Chosen in the list, and dragged on the picture by the mark at its pivot. */
async function drag(page: Page, part: string, by: { x: number; y: number }) {
  await line(page, part).click();
  const mark = await page.locator(`[data-handle="pivot ${part}"]`).boundingBox();
  if (mark === null) throw new Error(`${part} has no pivot on the picture.`);
  const [x, y] = [mark.x + mark.width / 2, mark.y + mark.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + by.x / 2, y + by.y / 2);
  await page.mouse.move(x + by.x, y + by.y);
  await page.mouse.up();
}

test("a blink of two lids goes on a dial by dragging them", async ({ page }) => {
  const id = await filmOf(page, server, "paper.svg", face, 5);
  const puppet = async () => (await server.film(id)).puppets[0];
  // What is tried is one pose, whatever frame is looked at.
  await page.evaluate(() => window.fretsaw.setState({ frame: 40 }));
  await go(page, "Rig");
  await oneEdit(page, () => page.getByRole("button", { name: "Add dial" }).click());
  const dial = page.getByRole("slider", { name: "Dial 1" });
  await dial.focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press("ArrowRight");
  await expect(dial).toHaveAttribute("aria-valuenow", "100");
  await page.getByRole("button", { name: /^Try it/ }).click();
  await drag(page, "left lid", { x: 0, y: 60 });
  await drag(page, "right lid", { x: 0, y: 60 });
  await list(page).getByRole("button", { name: /^Dial 1/ }).click();
  await oneEdit(page, () => page.getByRole("button", { name: "Set look here" }).click());
  const { parts, dials } = await puppet();
  const moved = (name: string) =>
    dials[0].stations[0].values.filter((one: { thing: string }) => one.thing === parts.find((part: { name: string }) => part.name === name).id);
  for (const lid of ["left lid", "right lid"]) {
    expect(moved(lid)).toHaveLength(1);
    expect(moved(lid)[0].property).toBe("shiftY");
    expect(moved(lid)[0].value).toBeGreaterThan(20);
  }

  // On the stage the dial blinks, and what was posed there is an expression, by its amount.
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /on stage/i }).first().click());
  await page.keyboard.press("Escape");
  await unfold(page, "Blinks");
  await page.getByRole("combobox", { name: "Lid", exact: true }).selectOption({ label: "Dial 1" });
  await oneEdit(page, () => page.getByRole("button", { name: "Blink at 40" }).click());
  const { tracks } = (await server.film(id)).shots[0];
  const dialKeys = tracks.find((track: { address: { thing: string } }) => track.address.thing === dials[0].id).keys;
  expect(dialKeys.map((key: { frame: number; value: number }) => [key.frame, key.value])).toEqual([[40, 0], [42, 100], [43, 100], [46, 0]]);
  await oneEdit(page, () => drag(page, "left lid", { x: 10, y: 30 }));
  await oneEdit(page, () => page.getByRole("button", { name: "Save expression" }).click());
  const kept = (await server.film(id)).kept[0];
  expect(kept.kind).toBe("Expression");
  expect(kept.tracks.map((track: { address: { thing: string; property: string } }) => track.address)).toEqual([
    expect.objectContaining({ thing: parts.find((part: { name: string }) => part.name === "left lid").id, property: "shift" }),
  ]);
});
