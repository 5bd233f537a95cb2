import { expect, type Page, test } from "./test";
import { oneEdit, open, painted, unfold, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());

const bead = (page: Page, row: string, frame: number) => page.getByRole("button", { name: `${row}, key at frame ${frame}`, exact: true });

test("two paws are paired by hand, and a pose is pasted left for right", async ({ page }) => {
  await open(page, server);
  await page.keyboard.press("3");
  await painted(page);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  await page.getByRole("searchbox", { name: "Find a row of keys by name" }).fill("paw");
  await bead(page, "Paw, lamp side", 64).click();
  await unfold(page, "Loops and limits");
  const other = page.getByRole("combobox", { name: "Opposite" });
  await other.scrollIntoViewIfNeeded();
  await oneEdit(page, () => other.selectOption("Paw, free side"));
  await expect(other.locator("option:checked")).toHaveText("Paw, free side");

  await bead(page, "Paw, free side", 64).click({ modifiers: ["Shift"] });
  await expect(page.getByRole("region", { name: "Selected keys" })).toContainText("2 keys selected at 64");
  await page.keyboard.press("Control+c");
  await page.evaluate(() => window.fretsaw.setState({ frame: 180 }));
  await oneEdit(page, () => page.keyboard.press("Control+Shift+v"));
  const film = await server.film(await page.evaluate(() => window.fretsaw.state().filmId));
  const named = (name: string) => film.puppets[0].reaches.find((reach: { name: string }) => reach.name === name).id;
  const place = (name: string, frame: number) => {
    const track = film.shots[1].tracks.find((one: { address: { owner: string; thing: string; property: string } }) => one.address.owner === "bramble" && one.address.thing === named(name) && one.address.property === "shift");
    return track.keys.find((key: { frame: number }) => key.frame === frame).at;
  };
  const [lamp, free] = [place("Paw, lamp side", 64), place("Paw, free side", 64)];
  expect(place("Paw, free side", 180)).toEqual({ x: -lamp.x, y: lamp.y });
  expect(place("Paw, lamp side", 180)).toEqual({ x: -free.x, y: free.y });
});
