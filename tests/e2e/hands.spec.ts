import { expect, test } from "./test";
import { oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

test("what was set in a field is undone from inside it, and what is being typed stays the field's own", async ({ page }) => {
  await open(page, server);
  await page.getByRole("navigation").getByRole("button", { name: "Act" }).click();
  await painted(page);
  const field = page.getByLabel("X, px").first();
  await field.fill("40");
  await oneEdit(page, () => field.press("Enter"));
  await expect(field).toHaveValue("40");
  await expect(field).not.toBeFocused();
  const seq = await page.evaluate(() => window.fretsaw.state().seq);
  await oneEdit(page, () => field.press("Control+z"));
  await expect(field).toHaveValue("0");
  expect(await page.evaluate(() => window.fretsaw.state().seq)).toBe(seq + 1);

  // Typed and not written: the film is left alone.
  await field.fill("77");
  await field.press("Control+z");
  expect(await page.evaluate(() => window.fretsaw.state().seq)).toBe(seq + 1);
  await field.press("Escape");
  await expect(field).toHaveValue("0");

  // Another value comes while it is typed, as from another window: the pose shows it, and what is typed stays and is what is written.
  await field.fill("7");
  await oneEdit(page, () =>
    page.evaluate(() => {
      const { shotId, frame, castId } = window.fretsaw.state();
      const value = { address: { owner: castId!, thing: "body", property: "shiftX" }, value: 55, choice: null };
      return window.fretsaw.commit({ kind: "setKeys", shotId: shotId!, frame, values: [value] });
    }),
  );
  await painted(page);
  await expect(field).toHaveValue("7");
  await field.press("End");
  await field.press("3");
  await oneEdit(page, () => field.press("Enter"));
  await expect(field).toHaveValue("73");
});

test("a place that was clicked leaves Space to playing", async ({ page }) => {
  await open(page, server);
  await page.getByRole("navigation").getByRole("button", { name: "Act" }).click();
  await painted(page);
  await page.keyboard.press("Space");
  await page.waitForFunction(() => window.fretsaw.state().playing);
  await page.keyboard.press("Space");
  await page.waitForFunction(() => !window.fretsaw.state().playing);

  // Gone to by keys, a button is pressed by Space.
  await page.keyboard.press("Tab");
  await page.keyboard.press("Space");
  await page.waitForFunction(() => window.fretsaw.state().place === "scenery");
  expect(await page.evaluate(() => window.fretsaw.state().playing)).toBe(false);
});
