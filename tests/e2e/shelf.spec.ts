import { expect, test } from "./test";
import { newFilm, oneEdit, open, painted, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

test("a puppet goes on the shelf, another film takes it, and a change in one is seen in the other at once", async ({ context }) => {
  const [mine, theirs] = [await context.newPage(), await context.newPage()];
  await open(mine, server);
  await mine.keyboard.press("1");
  await painted(mine);
  await oneEdit(mine, () => mine.getByRole("button", { name: "Put on shelf" }).click());
  await expect(mine.getByText("In Evening Rounds")).toBeVisible();

  await open(theirs, server);
  await newFilm(theirs);
  await theirs.keyboard.press("Escape");
  await theirs.getByRole("button", { name: "From the shelf" }).first().click();
  await oneEdit(theirs, () => theirs.getByRole("list", { name: "Puppets on the shelf" }).getByRole("button", { name: /Bramble/ }).click());
  await painted(theirs);
  const id: string = await theirs.evaluate(() => window.fretsaw.state().filmId);
  const picture = () =>
    theirs.evaluate(async () => {
      const { puppetId } = window.fretsaw.state();
      return Array.from(await window.fretsaw.pixels({ puppet: puppetId }, 1, 160, 90)).join();
    });
  const capped = await picture();
  const before = await theirs.evaluate(() => window.fretsaw.shownMark());

  // Hidden in one film, the cap goes from the other's picture while nobody touches it.
  await mine.getByRole("complementary", { name: "List" }).getByRole("button", { name: /^Cap/ }).first().click();
  await oneEdit(mine, () => mine.getByRole("button", { name: "Hide", exact: true }).click());
  await theirs.waitForFunction((mark) => window.fretsaw.shownMark() !== mark, before);
  await painted(theirs);
  const parts = (await server.film(id)).puppets[0].parts;
  expect(parts.find((part: { name: string }) => part.name === "Cap").hidden).toBe(true);
  expect(await picture()).not.toBe(capped);
});
