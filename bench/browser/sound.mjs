import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { wav } from "../../tests/e2e/wav.mjs";
import { address, files, show } from "./server.mjs";
import { ms } from "./times.mjs";

const Rate = 48000;

/** How long sound and picture are watched, seconds: five minutes, as the aim says. */
const Watched = Number(process.env.FRETSAW_WATCHED ?? 300);

/** A ten-minute stereo recording comes in and is drawn; and sound and picture beside each other through five minutes. */
export async function measureSound(page) {
  await page.addInitScript(listen);
  const clicks = join(files, "clicks.wav");
  writeFileSync(clicks, wav(Rate, 2, Watched * Rate, (n) => (n % Rate < 480 ? 16000 : 0)));
  const film = await (await fetch(`${address}/api/films`, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ name: "Clicks" }) })).json();
  // Something plain to see, so that the picture is there when it is due.
  const flat = new FormData();
  flat.append("file", new Blob(['<svg xmlns="http://www.w3.org/2000/svg" width="900" height="500"><path d="M0 0h900v500H0z" fill="#556"/></svg>']), "wall.svg");
  await fetch(`${address}/api/films/${film.id}/shots/shot-1/flats?distance=5`, { method: "POST", body: flat });
  await page.goto(`${address}/films/${film.id}`);
  await page.waitForFunction(() => window.fretsaw?.state().film?.name === "Clicks");
  await page.keyboard.press("3");
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  const choosing = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Import a sound" }).click();
  await (await choosing).setFiles(clicks);
  await page.waitForFunction(() => window.fretsaw.state().film.sounds.length === 1);
  await page.evaluate((length) => window.fretsaw.commit({ kind: "changeShot", shotId: window.fretsaw.state().shotId, length }), Watched * 24);
  await page.evaluate(() => window.fretsaw.setState({ frame: 1 }));
  await page.keyboard.press("Space");
  const apart = await page.evaluate(watch, Watched);
  await page.keyboard.press("Space");

  await show(page, "demo");
  await page.keyboard.press("3");
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  const first = await bringIn(page, 0);
  const again = await bringIn(page, 1);

  if (process.env.FRETSAW_TELL) console.log(apart.map((one) => one.toFixed(2)).join(" "));
  return {
    "A ten-minute stereo WAV of 48 kHz, from the choice of the file until it is drawn: as the first edit of all, and another": { measured: `${ms(first)}, ${ms(again)}`, aim: "under 3000" },
    [`Sound and picture while a shot of ${Watched} s plays, ${apart.length} clicks: apart by, median of the first twenty and of the last twenty`]: { measured: `${median(apart.slice(0, 20)).toFixed(2)}, ${median(apart.slice(-20)).toFixed(2)} frames`, aim: "under 1" },
    "The same, the furthest of all (a picture that is not painted yet lets the one before stay)": { measured: `${Math.max(...apart.map(Math.abs)).toFixed(2)} frames` },
  };
}

/** Ten minutes of a tone, the next one a little different; how long it takes until it is drawn, ms. */
async function bringIn(page, number) {
  const file = join(files, `ten-minutes-${number}.wav`);
  writeFileSync(file, wav(Rate, 2, 600 * Rate, (n) => Math.round((9000 - number) * Math.sin(n * 0.02) * Math.sin(n * 0.00001))));
  const chooser = page.waitForEvent("filechooser");
  await page.getByRole("button", { name: "Import a sound" }).click();
  const given = await chooser;
  const begun = Date.now();
  await given.setFiles(file);
  await page.waitForFunction((name) => Number(document.querySelector(`[data-sound][aria-label^="${name}"]`)?.getAttribute("data-strokes")) > 0, `ten-minutes-${number}`, { timeout: 120_000 });
  return Date.now() - begun;
}

const median = (all) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)];

/** What goes to the loudspeaker goes to a listener too, which knows nothing of the program's clock. */
function listen() {
  const connect = AudioNode.prototype.connect;
  AudioNode.prototype.connect = function (to, ...rest) {
    if (to === this.context.destination) {
      const ear = this.context.createAnalyser();
      ear.fftSize = 8192;
      connect.call(this, ear);
      window.ear = ear;
    }
    return connect.call(this, to, ...rest);
  };
}

/** At each click that is heard: by how many frames the shown one is off. Frame 1 + 24 k begins with the click of second k. */
async function watch(seconds) {
  const apart = [];
  const samples = new Float32Array(8192);
  const began = performance.now();
  let last = -1;
  while (performance.now() - began < (seconds - 1) * 1000) {
    await new Promise(requestAnimationFrame);
    if (!window.ear) continue;
    window.ear.getFloatTimeDomainData(samples);
    let onset = -1;
    for (let n = 1; n < samples.length && onset < 0; n++) if (samples[n] > 0.2 && samples[n - 1] <= 0.2) onset = n;
    if (onset < 0) continue;
    // How long ago it was sent off, and when it comes out.
    const { currentTime, outputLatency, sampleRate } = window.ear.context;
    const ago = (samples.length - onset) / sampleRate - (outputLatency || 0);
    if (currentTime - ago - last < 0.5) continue;
    last = currentTime - ago;
    // Where the picture was at the click: now, less what has gone since.
    const frame = window.fretsaw.state().frame;
    const at = frame - ago * 24;
    const nearest = 1 + 24 * Math.round((at - 1) / 24);
    // A frame stands until the next: as it is shown it may be anywhere within.
    const off = at + 0.5 - nearest;
    apart.push(off);
  }
  return apart;
}
