import { address, open, show, upload } from "./server.mjs";
import { at, ms } from "./times.mjs";

const Edits = 100;

const view = { shot: "shot-0" };

/** A film of fifty long shots beside a film of one of them: opening, edits and undo; then scrubbing, a drag and snags in one. */
export async function measureLong(page) {
  const sent = count(page);
  await open(page, "one-shot.fretsaw");
  await page.evaluate(timeEdits, { view, edits: 10 });
  await sent.quiet();
  const one = await edits(page, sent);
  const film = (await upload("/api/films/bundle", "long.fretsaw")).answer.id;
  const before = sent.of("/opening");
  await page.goto(`${address}/films/${film}`);
  await page.waitForFunction(() => window.fretsaw?.state().film);
  const opening = await page.evaluate(sinceAnswer, view);
  await show(page, film);
  const asked = (sent.of("/opening") - before) / 2;
  await page.evaluate(timeEdits, { view, edits: 10 });
  await sent.quiet();
  const many = await edits(page, sent);
  const scrub = await page.evaluate(timeScrub, [view, true]);
  const whole = await page.evaluate(timeScrub, [view, false]);
  const drag = await page.evaluate(timeDrag, view);
  const tasks = await page.evaluate(longestTask, view);
  return {
    "50 shots of 2,000 frames, 4 heavy puppets and 20,000 keys each: from the answer until a pin is dragged and the picture shows it": { measured: `${(opening.dragged / 1000).toFixed(2)} s`, aim: "under 4 s" },
    "Until the page's own core has taken over, the drag's first 20 moves, p50": { measured: `${(opening.takenOver / 1000).toFixed(2)} s, ${ms(opening.move)}`, aim: "" },
    "The answer": { measured: `${(asked / 1e6).toFixed(2)} MB`, aim: "" },
    "An edit of one key, from the hand to the server's word that it is kept, p95": { measured: ms(many.edit), aim: "under 30" },
    "The same in a film of one such shot, and how it compares": { measured: `${ms(one.edit)}, ${(many.edit / one.edit).toFixed(2)} times`, aim: "at most 1.3" },
    "Until the page has it too, p95, in both": { measured: `${ms(many.editShown)}, ${ms(one.editShown)}, ${(many.editShown / one.editShown).toFixed(2)} times`, aim: "at most 1.3" },
    "Undo, asked and answered, p95, in both": { measured: `${ms(many.undo)}, ${ms(one.undo)}, ${(many.undo / one.undo).toFixed(2)} times`, aim: "under 30, at most 1.3" },
    "Until the page has that too, p95, in both": { measured: `${ms(many.undoShown)}, ${ms(one.undoShown)}, ${(many.undoShown / one.undoShown).toFixed(2)} times`, aim: "at most 1.3" },
    "Bytes sent and received for an edit, in both": { measured: `${many.editBytes}, ${one.editBytes}`, aim: "the same" },
    "Bytes sent and received for its undo, in both": { measured: `${many.undoBytes}, ${one.undoBytes}`, aim: "the same" },
    "Scrubbing that shot to frames at random, in drafts as the page does, p95": { measured: ms(scrub), aim: "under 40" },
    "The same with every frame as it stands still": { measured: ms(whole), aim: "" },
    "Dragging a pin of one of the four, in drafts as the page does, move to picture, p50 and p95": { measured: `${ms(drag.p50)}, ${ms(drag.p95)}`, aim: "under 16" },
    "Of these the evaluation and the draw list, p95": { measured: ms(drag.core), aim: "" },
    "Snags of all its frames, as the page gets them, and the page's longest task meanwhile": { measured: `${(tasks.took / 1000).toFixed(1)} s, ${tasks.longest.toFixed(0)} ms`, aim: "under 50" },
  };
}

/** Bodies of requests and answers by the end of their path, headers left out. */
function count(page) {
  const [bytes, under] = [new Map(), new Set()];
  let last = Date.now();
  page.on("request", (request) => under.add(request));
  for (const end of ["requestfinished", "requestfailed"]) {
    page.on(end, (request) => {
      under.delete(request);
      last = Date.now();
    });
  }
  page.on("requestfinished", async (request) => {
    const path = new URL(request.url()).pathname;
    const { requestBodySize, responseBodySize } = await request.sizes();
    bytes.set(path, (bytes.get(path) ?? 0) + requestBodySize + responseBodySize);
  });
  const sum = (end) => [...bytes].reduce((sum, [path, size]) => (path.endsWith(end) ? sum + size : sum), 0);
  // The search for snags and the cards' pictures take a core each, of two: what is measured after them waits for them.
  const quiet = async () => {
    while (under.size > 0 || Date.now() - last < 2000) await page.waitForTimeout(100);
  };
  return { of: sum, quiet };
}

async function edits(page, sent) {
  const before = { edits: sent.of("/edits"), undo: sent.of("/undo") };
  const times = await page.evaluate(timeEdits, { view, edits: Edits });
  await sent.quiet();
  return {
    edit: at(times.edits.acknowledged, 0.95),
    undo: at(times.undo.acknowledged, 0.95),
    editShown: at(times.edits.shown, 0.95),
    undoShown: at(times.undo.shown, 0.95),
    editBytes: Math.round((sent.of("/edits") - before.edits) / Edits),
    undoBytes: Math.round((sent.of("/undo") - before.undo) / Edits),
  };
}

/** Runs in the page. A key at a time is set, and taken back; the next begins when the picture of the last has been painted. */
async function timeEdits({ view, edits: count }) {
  const { commit, undo, state, shownMark } = window.fretsaw;
  const { seq } = state();
  const times = { edits: { acknowledged: [], shown: [] }, undo: { acknowledged: [], shown: [] } };
  for (let i = 0; i < count; i++) {
    const key = { address: { owner: "use-1", thing: "bone-2-1", property: "turn" }, value: (i % 30) / 3 };
    for (const [path, work] of [
      ["edits", () => commit({ kind: "setKeys", shotId: view.shot, frame: 1 + 16 * (i % 125), values: [key] })],
      ["undo", undo],
    ]) {
      performance.clearResourceTimings();
      const began = performance.now();
      await work();
      times[path].shown.push(performance.now() - began);
      while (document.documentElement.dataset.fine !== shownMark()) await new Promise(requestAnimationFrame);
      const [answer] = performance.getEntriesByType("resource").filter((entry) => entry.name.endsWith(`/${path}`));
      times[path].acknowledged.push(answer.responseEnd - began);
    }
  }
  if (state().seq !== seq + 2 * count) throw new Error(`${state().seq - seq} of ${2 * count} edits were made.`);
  return times;
}

/** Runs in the page before anything else: from the film's answer until a drag shows, and until the core here answers. */
async function sinceAnswer(view) {
  const { begin, move, cancel, frame, ask, timeEvaluation } = window.fretsaw;
  const look = { width: 320, height: 180, zoom: 1, x: 0, y: 0, beyond: false };
  const answer = performance.getEntriesByType("resource").find((entry) => entry.name.includes("/opening")).responseEnd;
  while (!document.documentElement.dataset.painted) await new Promise(requestAnimationFrame);
  const before = await frame(view, 1, look);
  const { pins } = await ask({ kind: "overlay", view, frame: 1, owner: "use-1" });
  const { at, thing } = pins.find((pin) => pin.thing === "pin-2-3");
  await begin({ view, frame: 1, grip: { kind: "Pin", thing, owner: "use-1", keepSize: false }, from: at, trying: false });
  await move({ x: at.x + 40, y: at.y });
  const after = await frame(view, 1, look);
  const dragged = performance.now() - answer;
  if (before.length === after.length && before.every((byte, i) => byte === after[i])) throw new Error("The drag shows nothing.");
  const moves = [];
  for (let i = 0; i < 20; i++) {
    const began = performance.now();
    await move({ x: at.x + 40 + i, y: at.y });
    await frame(view, 1, look);
    moves.push(performance.now() - began);
  }
  await cancel();
  await timeEvaluation(view, 1);
  return { dragged, takenOver: performance.now() - answer, move: moves.sort((a, b) => a - b)[10] };
}

async function timeScrub([view, draft]) {
  const look = { width: 320, height: 180, zoom: 1, x: 0, y: 0, beyond: false };
  const times = [];
  for (let i = -10; i < 150; i++) {
    const began = performance.now();
    await window.fretsaw.frame(view, 1 + ((i + 10) * 769) % 2000, look, draft);
    if (i >= 0) times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b)[142];
}

async function timeDrag(view) {
  const look = { width: 320, height: 180, zoom: 1, x: 0, y: 0, beyond: false };
  const { begin, move, cancel, frame, ask, paintList } = window.fretsaw;
  const { pins } = await ask({ kind: "overlay", view, frame: 60, owner: "use-1" });
  const pin = pins.find((candidate) => candidate.thing === "pin-2-3");
  await begin({ view, frame: 60, grip: { kind: "Pin", thing: pin.thing, owner: "use-1", keepSize: false }, from: pin.at, trying: false });
  const [core, whole] = [[], []];
  for (let i = -10; i < 200; i++) {
    const began = performance.now();
    await move({ x: pin.at.x + 60 * Math.sin(i / 9), y: pin.at.y + 40 * Math.cos(i / 7) });
    const bytes = await frame(view, 60, look, true);
    const evaluated = performance.now();
    await paintList(bytes);
    if (i < 0) continue;
    core.push(evaluated - began);
    whole.push(performance.now() - began);
  }
  await cancel();
  for (const times of [core, whole]) times.sort((a, b) => a - b);
  return { p50: whole[100], p95: whole[190], core: core[190] };
}

/** Waits for the snags of the newest edit; what the page works on meanwhile is told by the browser's own long tasks. */
async function longestTask(view) {
  const began = performance.now();
  await window.fretsaw.commit({ kind: "setKeys", shotId: view.shot, frame: 1, values: ["use-0", "use-1", "use-2", "use-3"].map((owner) => ({ address: { owner, thing: "bone-0-0", property: "turn" }, value: 7 })) });
  const rest = () => new Promise((resolve) => setTimeout(resolve, 1000));
  while (document.documentElement.dataset.fine !== window.fretsaw.shownMark()) await rest();
  // The picture and the strip of the edit itself are there; what is left is the search.
  await rest();
  let longest = 0;
  const observer = new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) longest = Math.max(longest, entry.duration);
  });
  observer.observe({ type: "longtask" });
  const search = () => performance.getEntriesByType("resource").filter((entry) => entry.name.includes("/snags?") && entry.startTime > began && entry.responseEnd > 0);
  while (search().length === 0) await new Promise(requestAnimationFrame);
  observer.disconnect();
  return { took: performance.now() - began, longest };
}
