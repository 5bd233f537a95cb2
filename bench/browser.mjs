// The browser half of ./fretsaw bench: the core as WebAssembly in Debian's Chromium, against the native figure of this run.
import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";

const root = new URL("..", import.meta.url).pathname;
const { chromium } = createRequire(join(root, "tests/e2e/"))("@playwright/test");
const [native, files] = [Number(process.argv[2]), process.argv[3] ?? join(root, ".fretsaw/bench")];
const address = "http://127.0.0.1:5485";
const server = spawn(join(root, "src/Fretsaw.Server/bin/Release/net10.0/Fretsaw.Server"), [], {
  cwd: root,
  env: { ...process.env, Urls: address, Fretsaw__Data: mkdtempSync(join(tmpdir(), "fretsaw-bench-")), Fretsaw__Web: join(root, "web/dist"), Fretsaw__Engine: join(root, ".fretsaw/engine/wwwroot"), Fretsaw__Demo: "true" },
});

/** Sends a file as the browser does; the answer, and how long it took. */
async function upload(path, name) {
  const form = new FormData();
  form.append("file", new Blob([readFileSync(join(files, name))]), name);
  const began = Date.now();
  const answer = await fetch(address + path, { method: "POST", body: form });
  if (!answer.ok) throw new Error(await answer.text());
  return { answer: await answer.json(), took: Date.now() - began };
}

async function show(page, film) {
  await page.goto(`${address}/films/${film}`);
  await page.waitForFunction(() => document.documentElement.dataset.fine && document.documentElement.dataset.fine === window.fretsaw.shownMark());
  // The server looks for snags after a film opens, on the cores that are measured here.
  await page.waitForLoadState("networkidle");
  // A question is answered by the worker once it has the film, and its answer ends the start.
  await page.waitForFunction(async () => (await window.fretsaw.timeEvaluation({ shot: window.fretsaw.state().shotId }, 1)).length === 1);
}

/** The figures of a heavy rig, on the files that the native half wrote. */
async function measureRig(page) {
  await show(page, (await upload("/api/films/bundle", "heavy.fretsaw")).answer.id);
  const times = await page.evaluate(async () => {
    await window.fretsaw.timeEvaluation({ shot: "shot" }, 192);
    return (await window.fretsaw.timeEvaluation({ shot: "shot" }, 480)).sort((a, b) => a - b);
  });
  await show(page, (await upload("/api/films/bundle", "wide.fretsaw")).answer.id);
  const meshes = await page.evaluate(async () => {
    const took = [];
    let [gap, last, on] = [0, performance.now(), true];
    requestAnimationFrame(function tick(now) {
      [gap, last] = [Math.max(gap, now - last), now];
      if (on) requestAnimationFrame(tick);
    });
    for (const meshTriangleSide of [null, 16, 16.2]) {
      await window.fretsaw.preview({ kind: "changePart", puppetId: "heavy", partId: "wide", meshMargin: 4, meshTriangleSide });
      const began = performance.now();
      const { mesh } = await window.fretsaw.ask({ kind: "mesh", puppet: "heavy", part: "wide" });
      took.push(performance.now() - began);
      const vertices = mesh.tenthPx.length / 2;
      if (vertices < (meshTriangleSide === null ? 100 : 2000)) throw new Error(`The mesh has ${vertices} vertices.`);
    }
    on = false;
    return { took, gap };
  });
  const made = await (await fetch(`${address}/api/films`, { method: "POST", headers: { "Content-Type": "application/json" }, body: '{"name":"Painted"}' })).json();
  const painted = await upload(`/api/films/${made.id}/puppets`, "painted.ora");
  return {
    "Heavy puppet, evaluation in the browser, p95": { measured: `${times[456].toFixed(1)} ms`, aim: "under 16" },
    "Mesh of 1,000 × 1,000 px as it is suited, the first of all": { measured: `${meshes.took[0].toFixed(0)} ms`, aim: "under 700" },
    "The same with 3,300 vertices, first and again": { measured: `${meshes.took[1].toFixed(0)}, ${meshes.took[2].toFixed(0)} ms`, aim: "under 700" },
    "Longest pause of the picture meanwhile": { measured: `${meshes.gap.toFixed(0)} ms`, aim: "no stall" },
    "Import of a 21 MB OpenRaster, sent and kept": { measured: `${painted.took} ms`, aim: "under 5000" },
  };
}

await new Promise((resolve) => server.stdout.on("data", (text) => text.toString().includes("Now listening") && resolve()));
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync"] });
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const first = [];
  for (let i = 0; i < 3; i++) {
    const began = Date.now();
    await page.goto(address);
    await page.waitForFunction(() => document.documentElement.dataset.painted !== undefined);
    first.push(Date.now() - began);
  }
  await page.waitForFunction(() => document.querySelectorAll("[data-card] image").length >= 9);
  const figures = await page.evaluate(async () => {
    const { timeEvaluation, begin, move, cancel, frame, ask, state, paintUnfilled } = window.fretsaw;
    const drawings = state().film.drawings.map((drawing) => drawing.id);
    const view = { shot: "fog-horn" };
    await timeEvaluation(view, 192);
    const times = await timeEvaluation(view, 960);
    const evaluation = times.reduce((sum, time) => sum + time) / times.length;
    const { pins } = await ask({ kind: "overlay", view, frame: 60 });
    const from = pins.find((pin) => pin.thing === "scarf-tip").at;
    await begin({ view, frame: 60, grip: { kind: "Pin", thing: "scarf-tip", owner: "bramble", keepSize: false }, from, trying: false });
    const moves = [];
    for (let i = 0; i < 240; i++) {
      const began = performance.now();
      await move({ x: from.x + 60 * Math.sin(i / 9), y: from.y + 40 * Math.cos(i / 7) });
      await paintUnfilled(await frame(view, 60), drawings);
      moves.push(performance.now() - began);
    }
    await cancel();
    moves.sort((a, b) => a - b);
    return { evaluation, p50: moves[120], p95: moves[228] };
  });
  const rig = await measureRig(page);
  console.table({
    "Evaluation of a demo frame in the browser": { measured: `${figures.evaluation.toFixed(2)} ms`, aim: "" },
    "Browser against native": { measured: `${(figures.evaluation / native).toFixed(1)} times`, aim: "at most 8" },
    "Pointer move to draw list painted, unfilled, p50": { measured: `${figures.p50.toFixed(1)} ms`, aim: "" },
    "Pointer move to draw list painted, unfilled, p95": { measured: `${figures.p95.toFixed(1)} ms`, aim: "under 16" },
    "Start to first picture, cold browser cache": { measured: `${first[0]} ms`, aim: "under 3000" },
    "Start to first picture, again": { measured: `${Math.min(...first.slice(1))} ms`, aim: "under 3000" },
    ...rig,
  });
} finally {
  await browser.close();
  server.kill();
}
