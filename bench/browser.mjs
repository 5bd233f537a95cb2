// The browser half of ./fretsaw bench: the core as WebAssembly in Debian's Chromium, against the native figure of this run.
import { spawn } from "node:child_process";
import { mkdtempSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";

const root = new URL("..", import.meta.url).pathname;
const { chromium } = createRequire(join(root, "tests/e2e/"))("@playwright/test");
const native = Number(process.argv[2]);
const address = "http://127.0.0.1:5485";
const server = spawn(join(root, "src/Fretsaw.Server/bin/Release/net10.0/Fretsaw.Server"), [], {
  cwd: root,
  env: { ...process.env, Urls: address, Fretsaw__Data: mkdtempSync(join(tmpdir(), "fretsaw-bench-")), Fretsaw__Web: join(root, "web/dist"), Fretsaw__Engine: join(root, ".fretsaw/engine/wwwroot"), Fretsaw__Demo: "true" },
});
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
    const evaluation = await timeEvaluation(view, 960);
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
  console.table({
    "Evaluation of a demo frame in the browser": { measured: `${figures.evaluation.toFixed(2)} ms`, aim: "" },
    "Browser against native": { measured: `${(figures.evaluation / native).toFixed(1)} times`, aim: "at most 8" },
    "Pointer move to draw list painted, unfilled, p50": { measured: `${figures.p50.toFixed(1)} ms`, aim: "" },
    "Pointer move to draw list painted, unfilled, p95": { measured: `${figures.p95.toFixed(1)} ms`, aim: "under 16" },
    "Start to first picture, cold browser cache": { measured: `${first[0]} ms`, aim: "under 3000" },
    "Start to first picture, again": { measured: `${Math.min(...first.slice(1))} ms`, aim: "under 3000" },
  });
} finally {
  await browser.close();
  server.kill();
}
