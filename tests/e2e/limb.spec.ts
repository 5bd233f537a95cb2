import { expect, type Page, test } from "./test";
import { edits, filmOf, oneEdit, Server } from "./server";

/** A body that the demo did not bring: one leg of two parts, and one in a piece. */
const body = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="600">
  <g id="right leg"><rect x="205" y="330" width="50" height="240" fill="#3f4a6b"/></g>
  <g id="left shin"><rect x="148" y="440" width="44" height="130" fill="#6b3f4a"/></g>
  <g id="left thigh"><rect x="145" y="330" width="50" height="130" fill="#8b4f5a"/></g>
  <g id="trunk"><rect x="130" y="150" width="140" height="190" fill="#d98a3a"/></g>
  <g id="head"><rect x="150" y="40" width="100" height="110" fill="#f0c987"/></g>
</svg>`;

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const go = (page: Page, place: string) => page.getByRole("navigation").getByRole("button", { name: place }).click();
const list = (page: Page) => page.getByRole("complementary", { name: "List" });

/** From the drawing to the screen, by the marks of two parts in the middle of their boxes. */
async function places(page: Page) {
  const mark = async (part: string) => {
    await list(page).getByRole("button", { name: part, exact: true }).click();
    const box = await page.locator(`[data-handle="pivot ${part}"]`).boundingBox();
    if (box === null) throw new Error(`${part} has no pivot.`);
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const [head, leg] = [await mark("head"), await mark("right leg")];
  const scale = (leg.y - head.y) / (450 - 95);
  return (x: number, y: number) => ({ x: head.x + (x - 200) * scale, y: head.y + (y - 95) * scale });
}

test("a limb is drawn in three presses, takes the parts under it, and stands on the stage", async ({ page }) => {
  const id = await filmOf(page, server, "walker.svg", body, 5);
  const puppet = async () => (await server.film(id)).puppets[0];
  await go(page, "Rig");
  const at = await places(page);
  const limb = async (...joints: [number, number][]) => {
    for (const [x, y] of joints) {
      const to = at(x, y);
      await page.mouse.click(to.x, to.y);
    }
  };
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Draw a limb" }).click();
  await oneEdit(page, () => limb([170, 345], [176, 448], [170, 560]));
  await oneEdit(page, () => limb([230, 345], [230, 448], [230, 560]));

  const { parts, bones, reaches } = await puppet();
  const named = (name: string) => parts.find((part: { name: string }) => part.name === name);
  expect(bones.map((bone: { name: string }) => bone.name)).toEqual(["left thigh bone", "left shin bone", "right leg bone 1", "right leg bone 2"]);
  expect(named("left thigh").ridesOn).toBe(bones[0].id);
  expect(named("left shin").ridesOn).toBe(bones[1].id);
  expect(named("right leg").bend.bones).toEqual([bones[2].id, bones[3].id]);
  expect(reaches).toHaveLength(2);
  expect(bones[1].limit.most).toBeGreaterThan(100);

  // What was drawn is chosen by its reach, so that a name typed now is the reach's; Escape drops a limb on its way.
  await page.getByRole("textbox", { name: "Name" }).fill("Right foot");
  await oneEdit(page, () => page.keyboard.press("Enter"));
  expect((await puppet()).reaches[1].name).toBe("Right foot");
  const before = await edits(page);
  await limb([150, 200], [250, 200]);
  await page.keyboard.press("Escape");
  await limb([150, 200], [250, 200]);
  await page.keyboard.press("Escape");
  expect(await edits(page)).toBe(before);

  // Its feet are planted as it comes on stage.
  await go(page, "Act");
  await oneEdit(page, () => page.getByRole("button", { name: /on stage/i }).first().click());
  const { tracks } = (await server.film(id)).shots[0];
  const planted = tracks.filter((track: { address: { property: string } }) => track.address.property === "planted");
  expect(planted.map((track: { keys: { frame: number; id: string }[] }) => track.keys.map((key) => [key.frame, key.id]))).toEqual([
    [[1, "stage"]],
    [[1, "stage"]],
  ]);
});
