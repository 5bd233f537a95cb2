import { readdirSync, readFileSync } from "node:fs";
import { show } from "./server.mjs";

const Minutes = Number(process.env.FRETSAW_STAY_MINUTES ?? 10);

/** Scrubbing, editing and playing for ten minutes: what all of the browser's processes take, when nothing has been warm for long and at the end. */
export async function measureStay(page) {
  await show(page, "demo");
  const memory = [];
  const began = Date.now();
  const minutes = () => (Date.now() - began) / 60_000;
  for (let round = 0; minutes() < Minutes; round++) {
    await play(page, 6000);
    await scrub(page);
    await page.evaluate(edit, round);
    if (minutes() >= memory.length + 1) memory.push(megabytes());
  }
  memory.push(megabytes());
  return { [`The browser's memory at each of ${Minutes} minutes of scrubbing, editing and playing`]: { measured: `${memory.join(", ")} MB`, aim: "flat" } };
}

async function play(page, ms) {
  await page.evaluate(() => window.fretsaw.togglePlay());
  await page.waitForTimeout(ms);
  await page.evaluate(() => window.fretsaw.togglePlay());
}

/** The saw blade is dragged along the ruler and back. */
async function scrub(page) {
  const now = await page.getByTestId("now").boundingBox();
  await page.mouse.move(now.x, now.y + 6);
  await page.mouse.down();
  for (let i = 0; i <= 60; i++) {
    await page.mouse.move(420 + 600 * Math.abs(Math.sin((i * Math.PI) / 60)), now.y + 6);
    await page.waitForTimeout(30);
  }
  await page.mouse.up();
}

/** Runs in the page: a pin is dragged at another frame each time, kept, and every other time taken back. */
async function edit(round) {
  const { begin, move, end, commit, undo, ask, setState, touch } = window.fretsaw;
  const view = { shot: "fog-horn" };
  const frame = 1 + ((round * 37) % 190);
  setState({ shotId: "fog-horn", frame });
  const { pins } = await ask({ kind: "overlay", view, frame, owner: "bramble" });
  const pin = pins.find((one) => one.thing === "scarf-tip");
  const grip = { kind: "Pin", thing: pin.thing, owner: "bramble", keepSize: false };
  setState({ gripping: grip });
  await begin({ view, frame, grip, from: pin.at, trying: false });
  for (let k = 0; k < 20; k++) {
    await move({ x: pin.at.x + 2 * k, y: pin.at.y + (round % 7) });
    touch();
    await new Promise(requestAnimationFrame);
  }
  setState({ gripping: null });
  await commit(await end());
  if (round % 2 === 1) await undo();
}

/** What is shared between processes counts once. */
function megabytes() {
  let kilobytes = 0;
  for (const process of readdirSync("/proc")) {
    try {
      if (!readFileSync(`/proc/${process}/cmdline`, "utf8").includes("chromium")) continue;
      kilobytes += Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${process}/smaps_rollup`, "utf8"))?.[1] ?? 0);
    } catch {
      // It ended meanwhile.
    }
  }
  return Math.round(kilobytes / 1024);
}
