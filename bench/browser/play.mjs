import { at, ms } from "./times.mjs";
import { address } from "./server.mjs";

/** Playback without a GPU: the rate of the first pass and of the second, what the page's own thread does meanwhile, and the picture after a drag. */
export async function measurePlay(page) {
  const lines = {};
  for (const [shot, title] of [["fog-horn", "Fog horn"], ["good-evening", "Good evening"]]) {
    await page.goto(address);
    await page.waitForFunction(() => window.fretsaw?.state().atHand, null, { timeout: 60_000 });
    const { first, second, longest } = await page.evaluate(play, shot);
    lines[`“${title}” at the size shown, 1280 × 800: the first pass, the second, frames a second on the mean`] = { measured: `${first.toFixed(1)}, ${second.toFixed(1)}`, aim: "12, the film's 24" };
    lines[`The page's longest task while “${title}” plays and is baked`] = { measured: longest === 0 ? "none above 50 ms" : ms(longest), aim: "under 50" };
  }
  const fine = await page.evaluate(afterDrags);
  lines["From letting go of a pin until the fine picture is there, p50 and p95 of 20"] = { measured: `${ms(at(fine, 0.5))}, ${ms(at(fine, 0.95))}`, aim: "under 150" };
  return lines;
}

/** Runs in the page: plays a shot twice from a cold store, and counts the pictures that came. */
async function play(shotId) {
  const { state, togglePlay } = window.fretsaw;
  const film = state().film;
  const shot = film.shots.find((one) => one.id === shotId) ?? film.shots[1];
  window.fretsaw.setState({ shotId: shot.id, frame: 1 });
  let longest = 0;
  const observer = new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) longest = Math.max(longest, entry.duration);
  });
  observer.observe({ type: "longtask" });
  togglePlay();
  const seconds = shot.length / film.frameRate;
  const passes = [];
  for (let pass = 0; pass < 2; pass++) {
    const began = performance.now();
    let [shown, last] = [0, 0];
    while (performance.now() - began < seconds * 1000) {
      await new Promise(requestAnimationFrame);
      if (state().frame !== last) shown++;
      last = state().frame;
    }
    passes.push(shown / seconds);
  }
  togglePlay();
  observer.disconnect();
  return { first: passes[0], second: passes[1], longest };
}

/** Runs in the page: a pin is dragged and let go; the next picture that is not coarse is waited for. */
async function afterDrags() {
  const { state, shownMark, begin, move, end, commit, ask, setState, touch } = window.fretsaw;
  const view = { shot: "fog-horn" };
  setState({ shotId: "fog-horn", frame: 60 });
  const { pins } = await ask({ kind: "overlay", view, frame: 60, owner: "bramble" });
  const pin = pins.find((one) => one.thing === "scarf-tip");
  const times = [];
  for (let i = 0; i < 20; i++) {
    setState({ gripping: { kind: "Pin", thing: pin.thing, owner: "bramble" } });
    await begin({ view, frame: 60, grip: { kind: "Pin", thing: pin.thing, owner: "bramble", keepSize: false }, from: pin.at, trying: false });
    for (let k = 0; k < 10; k++) {
      await move({ x: pin.at.x + 3 * k + i, y: pin.at.y });
      touch();
      await new Promise(requestAnimationFrame);
    }
    const began = performance.now();
    setState({ gripping: null });
    // The picture does not wait for the server to have kept the edit.
    const kept = commit(await end());
    while (document.documentElement.dataset.fine !== shownMark()) await new Promise(requestAnimationFrame);
    times.push(performance.now() - began);
    await kept;
  }
  if (state().kept !== "kept") throw new Error("The drags were not kept.");
  return times;
}
