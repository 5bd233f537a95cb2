import { spawn } from "node:child_process";
import { closeSync, fsyncSync, mkdtempSync, openSync, readFileSync, rmSync, statSync, writeSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";

export const root = new URL("../..", import.meta.url).pathname;
export const files = process.argv[3] ?? join(root, ".fretsaw/bench");
const data = mkdtempSync(join(tmpdir(), "fretsaw-bench-"));

const { chromium } = createRequire(join(root, "tests/e2e/"))("@playwright/test");

/** The browser that everything here is measured and pictured in. */
export const launch = () =>
  chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update", "--disable-sync"] });

/** A page of the size that screens are drawn for, which opens the demo at the shot of the horn. */
export async function newPage(browser) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    if (location.protocol === "http:" && localStorage.getItem("places") === null)
      localStorage.setItem("places", JSON.stringify({ last: null, films: { demo: { shotId: "fog-horn" } } }));
  });
  return page;
}
export const address = "http://127.0.0.1:5485";

let server = null;

export async function start() {
  server = spawn(join(root, "src/Fretsaw.Server/bin/Release/net10.0/Fretsaw.Server"), [], {
    cwd: root,
    env: { ...process.env, Urls: address, Fretsaw__Data: data, Fretsaw__Web: join(root, "web/dist"), Fretsaw__Engine: join(root, ".fretsaw/engine/wwwroot"), Fretsaw__Demo: "true" },
  });
  await new Promise((resolve) => server.stdout.on("data", (text) => text.toString().includes("Now listening") && resolve()));
}

export const pid = () => server.pid;

export async function stop() {
  const gone = new Promise((resolve) => server.once("exit", resolve));
  server.kill();
  await gone;
}

export const tidy = () => rmSync(data, { recursive: true, force: true });

/** Bytes of the database, with what is not yet moved into it. */
export const kept = () =>
  ["", "-wal"].reduce((sum, end) => sum + (statSync(join(data, `fretsaw.db${end}`), { throwIfNoEntry: false })?.size ?? 0), 0);

/** What the disk itself takes, in ms, to keep a few kilobytes at the end of a file: no edit can be kept sooner. */
export function timeDisk() {
  const file = openSync(join(data, "disk"), "a");
  const began = performance.now();
  writeSync(file, Buffer.alloc(8192));
  fsyncSync(file);
  const took = performance.now() - began;
  closeSync(file);
  return took;
}

/** Sends a file as the browser does. */
export function post(path, name, bytes) {
  const form = new FormData();
  form.append("file", new Blob([bytes]), name);
  return fetch(address + path, { method: "POST", body: form });
}

/** The same with a file of the bench; the answer, and how long it took. */
export async function upload(path, name) {
  const bytes = readFileSync(join(files, name));
  const began = Date.now();
  const answer = await post(path, name, bytes);
  if (!answer.ok) throw new Error(await answer.text());
  return { answer: await answer.json(), took: Date.now() - began };
}

/** Brings a bundle in and shows it. */
export async function open(page, bundle) {
  const { id } = (await upload("/api/films/bundle", bundle)).answer;
  await show(page, id);
  return id;
}

/** Shows a film until it can be worked on. */
export async function show(page, film) {
  await page.goto(`${address}/films/${film}`);
  await page.waitForFunction(() => document.documentElement.dataset.fine && document.documentElement.dataset.fine === window.fretsaw.shownMark());
  // The server looks for snags after a film opens, on the cores that are measured here.
  await page.waitForLoadState("networkidle");
  // A question is answered by the worker once it has the film, and its answer ends the start.
  await page.waitForFunction(async () => (await window.fretsaw.timeEvaluation({ shot: window.fretsaw.state().shotId }, 1)).length === 1);
}
