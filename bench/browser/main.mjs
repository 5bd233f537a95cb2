// The browser half of ./fretsaw bench: the core as WebAssembly in Debian's Chromium, against the native figure of this run.
import { measureDemo } from "./demo.mjs";
import { measureHostile } from "./hostile.mjs";
import { measureLog } from "./log.mjs";
import { measureLong } from "./long.mjs";
import { measureStrip } from "./strip.mjs";
import { measurePlay } from "./play.mjs";
import { measureRig } from "./rig.mjs";
import { measureSound } from "./sound.mjs";
import { measureStay } from "./stay.mjs";
import { launch, newPage, start, stop, tidy } from "./server.mjs";

const measures = { demo: (page) => measureDemo(page, Number(process.argv[2])), play: measurePlay, rig: measureRig, long: measureLong, strip: measureStrip, sound: measureSound, log: measureLog, hostile: measureHostile, stay: measureStay };
const only = process.argv[4];

await start();
const browser = await launch();
try {
  const figures = {};
  for (const [name, measure] of Object.entries(measures)) {
    if (only !== undefined && only !== name) continue;
    const page = await newPage(browser);
    Object.assign(figures, await measure(page));
    await page.close();
  }
  console.table(figures);
} finally {
  await browser.close();
  await stop();
  tidy();
}
