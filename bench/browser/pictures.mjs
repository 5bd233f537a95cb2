// The pictures of the guide, made from the demo by ./fretsaw pictures: docs/screenshots/. Each is a place, and what is done there first.
import { join } from "node:path";
import { address, launch, newPage, root, start, stop, tidy } from "./server.mjs";

const set = (state) => (page) => page.evaluate((state) => window.fretsaw.setState(state), state);
const choose = (kind, thing, more = {}) => set({ chosen: { kind, owner: "bramble", thing }, also: [], ...more });
const press = (keys) => (page) => page.keyboard.press(keys);
/** A line of the list, whatever is noted behind its name. */
const line = (name) => (page) => page.getByRole("complementary", { name: "List" }).getByRole("button", { name: new RegExp(`^${name}`) }).first().click();
const shot = (shotId, frame) => set({ shotId, frame });

/** The paw is under the pointer and on its way, with the whole body. */
const pull = async (page) => {
  const box = await page.locator('[data-handle="reach Paw, free side"]').boundingBox();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 70, box.y + 20, { steps: 6 });
  const moved = (from) => (document.querySelector('[data-handle="reach Paw, free side"]')?.getBoundingClientRect().x ?? 0) > from + 40;
  await page.waitForFunction(moved, box.x);
  await page.getByTestId("balance").waitFor();
  // In the middle of a drag nothing says that the picture has come: it has when two in a row are the same.
  let before = Buffer.alloc(0);
  for (let now = await page.screenshot(); !now.equals(before); now = await page.screenshot()) {
    before = now;
    await page.waitForTimeout(500);
  }
};

const pictures = [
  { name: "films", steps: [press("Shift+g")] },
  { name: "parts", steps: [press("1"), line("Head")] },
  { name: "rig", steps: [press("2"), line("Scarf tail")] },
  { name: "rig-pad", steps: [press("2"), line("Head turn")] },
  { name: "act", steps: [press("3"), set({ frame: 64 }), choose("bone", "bone-spine")] },
  { name: "arc", steps: [press("3"), set({ frame: 96 }), choose("reach", "reach-free"), press("a"), press("t")] },
  { name: "pull", steps: [press("3"), set({ frame: 60, wholeBody: true })], during: pull },
  { name: "kept", steps: [press("3"), shot("rounds", 40), line("Pip")] },
  { name: "sound", steps: [press("3"), set({ frame: 60 }), (page) => page.getByRole("list", { name: "Sounds" }).getByRole("button").first().click()] },
  { name: "scenery", steps: [press("4"), line("Boats")] },
  { name: "camera", steps: [press("5"), set({ frame: 96 })] },
  { name: "look", steps: [press("3"), set({ frame: 96, chosen: null }), press("r"), (page) => page.keyboard.down("v")] },
  { name: "finish", steps: [press("6")] },
];

await start();
const browser = await launch();
const only = process.argv[2];
try {
  for (const { name, steps, during } of pictures) {
    if (only !== undefined && only !== name) continue;
    const page = await newPage(browser);
    page.setDefaultTimeout(30_000);
    await page.goto(address);
    await page.waitForFunction(() => document.documentElement.dataset.painted && window.fretsaw.state().atHand);
    for (const step of steps) {
      await step(page);
      await page.evaluate(() => window.fretsaw.settled());
    }
    // Painted fully, with every picture of the timeline and no answer on its way.
    await page.waitForFunction(() => window.fretsaw.state().filmsOpen || (document.documentElement.dataset.fine === window.fretsaw.shownMark() && !document.querySelector("[data-late=true]")));
    await page.waitForLoadState("networkidle");
    await page.waitForFunction(() => [...document.querySelectorAll("[data-card]")].every((card) => card.querySelector("image")));
    if (during) await during(page);
    if (name === "arc") await page.getByTestId("arc").waitFor();
    await page.screenshot({ path: join(root, "docs/screenshots", `${name}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  await stop();
  tidy();
}
