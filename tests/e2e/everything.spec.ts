import { expect, type Page, test } from "./test";
import { others, seq, settled } from "./driving";
import { open, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());
test.setTimeout(240_000);

const details = (page: Page) => page.getByRole("complementary", { name: "Details" });

/** Where things are chosen, and what: one of each kind that has a card. */
const choices = [
  { place: "act", chosen: { kind: "body", thing: "body" } },
  { place: "act", chosen: { kind: "part" } },
  { place: "act", chosen: { kind: "bone" } },
  { place: "act", chosen: { kind: "reach" } },
  { place: "act", chosen: { kind: "dial" } },
  { place: "rig", chosen: { kind: "part" } },
  { place: "rig", chosen: { kind: "bone" } },
  { place: "rig", chosen: { kind: "pin" } },
  { place: "parts", chosen: { kind: "part" } },
  { place: "scenery", chosen: { kind: "thing" } },
  { place: "camera", chosen: null },
] as const;

type Choice = (typeof choices)[number];

const said = ({ place, chosen }: Choice) => `${place}, ${chosen?.kind ?? "nothing chosen"}`;

/** Chooses it, at a frame between two cards, with every section of its card unfolded. */
async function at(page: Page, choice: Choice): Promise<void> {
  await page.evaluate(({ place, chosen }) => {
    const { film, shotId } = window.fretsaw.state();
    const shot = film.shots.find(({ id }: { id: string }) => id === shotId);
    const owner = "bramble";
    const puppet = film.puppets.find(({ id }: { id: string }) => id === "bramble-puppet");
    // A bone that a reach moves has nothing to type.
    const free = (id: string) => !puppet.reaches.some(({ upper, lower }: { upper: string; lower: string }) => [upper, lower].includes(id));
    const first: Record<string, () => string> = {
      part: () => puppet.parts.find(({ pins, drawing }: { pins: unknown[]; drawing?: string }) => pins.length > 0 && drawing).id,
      bone: () => puppet.bones.find(({ id }: { id: string }) => free(id)).id,
      pin: () => puppet.parts.flatMap(({ pins }: { pins: { id: string }[] }) => pins)[0].id,
      reach: () => puppet.reaches[0].id,
      dial: () => puppet.dials[0].id,
      thing: () => shot.things.find(({ body }: { body: { kind: string } }) => body.kind !== "cast").id,
    };
    const thing = chosen && "thing" in chosen ? chosen.thing : chosen && first[chosen.kind]?.();
    const on = place === "act" ? { owner } : {};
    window.fretsaw.setState({
      place,
      castId: owner,
      puppetId: puppet.id,
      frame: 50,
      chosen: chosen === null ? null : { ...chosen, thing, ...on },
      also: [],
      beads: null,
    });
  }, choice);
  await page.waitForFunction(() => document.querySelector("aside[aria-label=Details] :is(input, button)"));
  const folded = details(page).locator("[aria-expanded=false]:is(button)");
  for (let n = await folded.count(); n > 0; n = await folded.count()) await folded.first().click();
  await settled(page);
}

const isFree = (page: Page) => page.waitForFunction(() => document.activeElement === document.body);

/** A field shows what was typed, or the end of its range on the way there. */
const isThat = (shown: string, typed: string, before: string) =>
  shown === typed || (Math.abs(Number(shown) - Number(typed)) <= 1 && Number(typed) > Number(before));

/** One of so many is taken back, and has to be what it was. */
const Undone = 4;

type Way = "picture" | "ruler" | "line" | "Escape" | "Tab";
const ways: Way[] = ["picture", "ruler", "line", "Escape", "Tab"];

/** Leaves the field that is being typed in. */
async function leave(page: Page, way: Way): Promise<void> {
  if (way === "Escape" || way === "Tab") return page.keyboard.press(way);
  if (way === "line") return page.getByRole("complementary", { name: "List" }).locator("li button").last().click();
  const ruler = page.locator("svg:has([data-testid=now])").first();
  const box = await (way === "ruler" && (await ruler.isVisible()) ? ruler : page.locator("[data-testid=picture]")).first().boundingBox();
  if (box === null) throw new Error(`There is no ${way}.`);
  await page.mouse.click(...((way === "ruler" ? [box.x + box.width * 0.7, box.y + box.height / 2] : [box.x + 4, box.y + 4]) as [number, number]));
}

test("every field is found by itself: what is typed goes to what it was showing, however it is left, and Escape leaves it", async ({ page }) => {
  await open(page, server);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  let [driven, turn] = [0, 0];
  for (const choice of choices) {
    await at(page, choice);
    const fields = details(page).locator("input[data-typing]:enabled");
    // What was made of one may bring more of them, or fewer.
    for (let i = 0; i < (await fields.count()); i++) {
      const field = fields.nth(i);
      const label = (await field.getAttribute("aria-label")) ?? (await field.locator("xpath=ancestor::label").innerText());
      const what = `${said(choice)}: ${label}`;
      const before = await field.inputValue();
      const way = ways[turn++ % ways.length] as Way;
      if (way === "Escape") {
        const was = await seq(page);
        await field.fill(others(before)[0] as string);
        await leave(page, way);
        await expect(field, what).toHaveValue(before);
        await isFree(page);
        expect(await seq(page), what).toBe(was);
        driven++;
        continue;
      }
      let made = "";
      for (const value of others(before)) {
        const was = await seq(page);
        await field.fill(value);
        await leave(page, way);
        await settled(page);
        if (way !== "Tab") await isFree(page);
        // At the end of its range a field takes no more: another value then.
        const more = (await seq(page)) - was;
        expect(more, `${what}, left by ${way}: edits`).toBeLessThan(2);
        if (more === 1) made = value;
        await at(page, choice);
        if (made !== "") break;
      }
      expect(made, `${what}: nothing that was typed and left by ${way} was made`).not.toBe("");
      driven++;
      // What is asked of a mesh is what it has about.
      if (!/about/.test(label)) await expect.poll(async () => isThat(await field.inputValue(), made, before), { message: `${what}, left by ${way}: ${made}` }).toBe(true);
      if (turn % Undone !== 0) continue;
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
      const now = await seq(page);
      await page.keyboard.press("Control+z");
      await page.waitForFunction((now) => window.fretsaw.state().seq > now && window.fretsaw.state().kept === "kept", now);
      await at(page, choice);
      await expect(field, `${what}, taken back`).toHaveValue(before);
    }
  }
  console.log(`${driven} fields`);
  expect(driven).toBeGreaterThan(60);
});

/** What leaves the page, asks for a file, or takes away what the next button is about. */
const leaving = /^(svg|openraster|import|update artwork|delete|detach|export|save|apply|render|record|put on)/i;

test("every button is found by itself: pressed, it leaves the keys to the stage", async ({ page }) => {
  await open(page, server);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  let pressed = 0;
  // The same button on another kind's card is the same button.
  const done = new Set<string>();
  for (const choice of choices) {
    await at(page, choice);
    const buttons = details(page).locator("button:visible:enabled");
    const names = await buttons.evaluateAll((all) => all.map((one) => (one.getAttribute("aria-label") ?? one.textContent ?? "").trim()));
    for (const [i, name] of names.entries()) {
      if (leaving.test(name) || name === "" || done.has(`${choice.place} ${name}`)) continue;
      done.add(`${choice.place} ${name}`);
      const button = buttons.nth(i);
      if ((await buttons.count()) !== names.length || !(await button.isEnabled())) break;
      await button.scrollIntoViewIfNeeded();
      await button.click();
      const modal = page.locator("[role=menu], [role=dialog], .MuiModal-root").first();
      if (await modal.isVisible().catch(() => false)) await page.keyboard.press("Escape");
      await expect(modal).toBeHidden();
      await settled(page);
      const what = `${said(choice)}: ${name}`;
      const [was, frame] = await page.evaluate(() => [window.fretsaw.state().seq, window.fretsaw.state().frame] as const);
      expect(await page.evaluate(() => document.activeElement?.matches("button, input, [role=button], [role=slider]") ?? false), what).toBe(false);
      // A step on and back, play and stop, another place and back: none of them presses the button again.
      const timed = ["act", "scenery", "camera"].includes(choice.place);
      const key = timed ? ([".", " ", "6"][pressed % 3] as string) : "6";
      const now = () => page.evaluate(() => [window.fretsaw.state().frame, window.fretsaw.state().playing, window.fretsaw.state().place] as const);
      await page.keyboard.press(key);
      if (key === ".") await expect.poll(async () => (await now())[0], { message: what }).not.toBe(frame);
      else if (key === " ") {
        await expect.poll(async () => (await now())[1], { message: what }).toBe(true);
        await page.keyboard.press(" ");
        await expect.poll(async () => (await now())[1], { message: what }).toBe(false);
      } else await expect.poll(async () => (await now())[2], { message: what }).toBe("finish");
      expect(await seq(page), `${what}, then ${key}`).toBe(was);
      pressed++;
      await at(page, choice);
    }
  }
  console.log(`${pressed} buttons`);
  expect(pressed).toBeGreaterThan(50);
});
