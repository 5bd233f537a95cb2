import { show, upload } from "./server.mjs";
import { at, ms } from "./times.mjs";

/** The strip of a shot of 2,000 frames, four heavy puppets and 20,000 keys, 5,000 of them one puppet's; and ghosts. */
export async function measureStrip(page) {
  const film = (await upload("/api/films/bundle", "one-shot.fretsaw")).answer.id;
  await show(page, film);
  await page.keyboard.press("3");
  await page.waitForFunction(() => window.fretsaw.state().atHand && document.querySelectorAll("[data-bead], [data-dots]").length > 0);
  await page.evaluate(() => window.fretsaw.setState({ castId: "use-1" }));
  await page.waitForFunction(() => document.querySelectorAll("[data-bead], [data-dots]").length > 0);

  await page.evaluate(untilIdle);
  const wheel = [];
  for (let i = 0; i < 5; i++) {
    wheel.push(await longestWhile(page, () => turnWheel(page)));
    await page.keyboard.press("Alt+0");
  }

  await page.keyboard.press("Control+a");
  await page.waitForFunction(() => window.fretsaw.state().beads !== null);
  const moved = await page.evaluate(timeMoves);
  const graph = await page.evaluate(timeGraph);
  const ghosts = await page.evaluate(timeGhosts);
  return {
    "A shot of 2,000 frames and 20,000 keys: the strip's wheel, nearer, along and down, 60 notches, longest task of each of five times": { measured: wheel.map((longest) => (longest === 0 ? "none over 50 ms" : ms(longest))).join(", "), aim: "under 50" },
    [`Moving ${moved.count} chosen beads of it, a pointer move until the page is laid out, p50 and p95`]: { measured: `${ms(at(moved.times, 0.5))}, ${ms(at(moved.times, 0.95))}`, aim: "under 16" },
    [`The graph of ${graph.lines} values of it, from another frame on, warm: drawn, p50 and p95`]: { measured: `${ms(at(graph.drawn, 0.5))}, ${ms(at(graph.drawn, 0.95))}`, aim: "under 16" },
    "The same until the strip round it is laid out too, p50 and p95": { measured: `${ms(at(graph.whole, 0.5))}, ${ms(at(graph.whole, 0.95))}` },
    "Ghosts of six poses, once their pictures are there, p50 and p95": { measured: `${ms(at(ghosts, 0.5))}, ${ms(at(ghosts, 0.95))}`, aim: "under 100" },
  };
}

async function turnWheel(page) {
  const strip = await page.locator("section[aria-label=Timeline]").boundingBox();
  await page.mouse.move(strip.x + strip.width / 2, strip.y + strip.height - 40);
  await page.keyboard.down("Control");
  for (let i = 0; i < 20; i++) await page.mouse.wheel(0, i < 12 ? -100 : 100);
  await page.keyboard.up("Control");
  await page.keyboard.down("Shift");
  for (let i = 0; i < 20; i++) await page.mouse.wheel(0, 120);
  await page.keyboard.up("Shift");
  for (let i = 0; i < 20; i++) await page.mouse.wheel(0, 60);
}

/** The longest of the browser's own long tasks, over 50 ms, while something is done, ms; 0 when there was none. */
async function longestWhile(page, work) {
  await page.evaluate(() => {
    window.longest = 0;
    window.watching = new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) window.longest = Math.max(window.longest, entry.duration);
    });
    window.watching.observe({ type: "longtask" });
  });
  await work();
  await page.evaluate(untilIdle);
  return page.evaluate(() => {
    window.watching.disconnect();
    return window.longest;
  });
}

/** Runs in the page: until nothing has been left to do for a second. */
async function untilIdle() {
  const idle = () => new Promise((resolve) => requestAnimationFrame(() => requestIdleCallback((left) => resolve(left.timeRemaining()))));
  for (let calm = 0; calm < 60; ) calm = (await idle()) > 8 ? calm + 1 : 0;
}

/** Runs in the page: presses the bar of the chosen keys, and moves. */
function timeMoves() {
  const count = [...window.fretsaw.state().beads.rows.values()].reduce((sum, row) => sum + row.frames.size, 0);
  const bar = document.querySelector("[data-span=all]");
  const { left, top } = bar.getBoundingClientRect();
  const told = (type, by) => new PointerEvent(type, { bubbles: true, button: 0, clientX: left + 5 + by, clientY: top + 3 });
  bar.dispatchEvent(told("pointerdown", 0));
  const times = [];
  for (let i = 0; i < 200; i++) {
    const began = performance.now();
    window.dispatchEvent(told("pointermove", 60 * Math.sin(i / 9)));
    // Style and layout are done when somebody asks where things are.
    document.querySelector("[data-bead], [data-dots]").getBoundingClientRect();
    times.push(performance.now() - began);
  }
  window.dispatchEvent(new PointerEvent("pointercancel"));
  return { count, times };
}

/** Runs in the page: pushes the strip along under the graph of as many values as are wanted. */
async function timeGraph() {
  const Lines = 40;
  // So often it is drawn before times are taken, until the browser has compiled what draws it.
  const WarmUp = 40;
  const { setState, state } = window.fretsaw;
  const { beads } = state();
  const addresses = [...beads.rows.values()].flatMap((row) => row.addresses).slice(0, Lines);
  setState({ graph: true, beads: { ...beads, rows: new Map([["all", { addresses, frames: new Set([1]) }]]) } });
  const canvas = await shown();
  const [drawn, whole] = [[], []];
  for (let i = -WarmUp; i < 200; i++) {
    canvas.dataset.ms = "";
    const began = performance.now();
    const from = 1 + ((i + WarmUp) % 20);
    setState({ stripView: { from, to: from + 1899 } });
    while (canvas.dataset.ms === "") await new Promise((resolve) => setTimeout(resolve));
    canvas.getBoundingClientRect();
    if (i < 0) continue;
    whole.push(performance.now() - began);
    drawn.push(Number(canvas.dataset.ms));
  }
  const lines = document.querySelectorAll("[data-testid=graph] button").length;
  setState({ graph: false, beads: null, stripView: null });
  return { drawn, whole, lines };

  /** The canvas, once all lines are on it. */
  async function shown() {
    for (;;) {
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const graph = document.querySelector("[data-testid=graph]");
      if (graph?.querySelectorAll("button").length >= Lines) return graph.querySelector("canvas");
    }
  }
}

/** Runs in the page: the same ghosts again and again, after the first time from pictures that are kept. */
async function timeGhosts() {
  const { setState, state, drawGhosts } = window.fretsaw;
  setState({ ghosts: { ...state().ghosts, on: true, before: 3, after: 3, by: "poses" } });
  const times = [];
  for (let i = -2; i < 20; i++) {
    const began = performance.now();
    await drawGhosts();
    if (i >= 0) times.push(performance.now() - began);
  }
  setState({ ghosts: { ...state().ghosts, on: false } });
  return times;
}
