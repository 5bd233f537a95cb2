import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { address, files, pid, post } from "./server.mjs";

const folder = join(files, "hostile");

/** Small files that ask for everything: how long the server takes over each, and the most memory it ever holds meanwhile. */
export async function measureHostile() {
  const took = [];
  for (const name of readdirSync(folder)) {
    const bytes = readFileSync(join(folder, name));
    if (bytes.length > 1e6) throw new Error(`${name} has ${bytes.length} bytes.`);
    writeFileSync(`/proc/${pid()}/clear_refs`, "5");
    const began = performance.now();
    const status = await (name.endsWith(".fretsaw") ? openFilm(name, bytes) : send("/api/films/demo/puppets", name, bytes));
    took.push({ name, status, seconds: (performance.now() - began) / 1000, peak: peakMegabytes() });
  }
  for (const [name, path, bytes] of heard()) {
    writeFileSync(`/proc/${pid()}/clear_refs`, "5");
    const began = performance.now();
    const status = await send(path, name, bytes);
    took.push({ name, status, seconds: (performance.now() - began) / 1000, peak: peakMegabytes() });
  }
  const waited = await speakAtOnce();
  console.table(took.map(({ seconds, peak, ...rest }) => ({ ...rest, seconds: seconds.toFixed(1), MB: peak })));
  const slowest = took.reduce((a, b) => (a.seconds > b.seconds ? a : b));
  const largest = took.reduce((a, b) => (a.peak > b.peak ? a : b));
  return {
    [`${took.length} hostile files under 1 MB, one after the other: the longest, from sending it until it is refused or drawn`]: { measured: `${slowest.seconds.toFixed(1)} s (${slowest.name})`, aim: "under 10 s" },
    "The most memory the server holds meanwhile": { measured: `${largest.peak} MB (${largest.name})`, aim: "under 1000 MB" },
    "Thirty lines of 950 letters to be spoken at once: the longest that /api/health takes meanwhile": { measured: `${waited.toFixed(0)} ms`, aim: "under 200 ms" },
  };
}

/** Packed silence of half an hour, a picture in the place of a sound, and cues that are no cues. */
function* heard() {
  const folder = mkdtempSync(join(tmpdir(), "fretsaw-heard-"));
  const made = (name, ...how) => {
    const file = join(folder, name);
    spawnSync("ffmpeg", ["-v", "error", ...how, file]);
    return readFileSync(file);
  };
  const shot = "/api/films/demo/shots/fog-horn";
  yield ["silence.flac", `${shot}/sounds`, made("silence.flac", "-f", "lavfi", "-i", "anullsrc=r=48000:cl=stereo:d=1200", "-compression_level", "12")];
  yield ["silence.mp3", `${shot}/sounds`, made("silence.mp3", "-f", "lavfi", "-i", "anullsrc=r=8000:cl=mono:d=900", "-b:a", "8k")];
  yield ["picture.mov", `${shot}/sounds`, made("picture.mov", "-f", "lavfi", "-i", "color=black:s=8192x8192:d=0.1:r=10", "-f", "lavfi", "-i", "sine=d=0.1", "-c:v", "png", "-c:a", "aac")];
  yield ["signs.vtt", `${shot}/cues/bramble`, Buffer.from(`WEBVTT\n\n00:00.000 --> 00:01.000\n${"<".repeat(900_000)}\n`)];
  rmSync(folder, { recursive: true });
}

/** @returns The longest that the server took to say that it is well, ms. */
async function speakAtOnce() {
  const words = "We may float by the harbour until the fog has gone. ".repeat(18).trim();
  let left = 30;
  const spoken = Array.from({ length: left }, () =>
    fetch(`${address}/api/films/demo/shots/fog-horn/voice`, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ words }) }).then((answer) => {
      left--;
      if (!answer.ok) throw new Error(`A line was not spoken: ${answer.status}.`);
    }),
  );
  let longest = 0;
  while (left > 0) {
    const began = performance.now();
    await fetch(`${address}/api/health`);
    longest = Math.max(longest, performance.now() - began);
  }
  await Promise.all(spoken);
  return longest;
}

/** A film is brought in, looked at, and printed as a still of its own size. */
async function openFilm(name, bytes) {
  const opened = await post("/api/films/bundle", name, bytes);
  if (!opened.ok) return opened.status;
  const { id } = await opened.json();
  const film = `${address}/api/films/${id}`;
  const shot = (await (await fetch(`${film}/film.json`)).json()).shots[0].id;
  const list = await fetch(`${film}/draw-list?shot=${shot}&frame=1`);
  const still = await fetch(`${film}/shots/${shot}/frames/1.png`);
  await Promise.all([list.arrayBuffer(), still.arrayBuffer()]);
  await fetch(film, { method: "DELETE" });
  return `${list.status}, ${still.status}`;
}

const send = async (path, name, bytes) => (await post(path, name, bytes)).status;

/** Since the peak was last set back; see proc(5), clear_refs and VmHWM. */
const peakMegabytes = () => Math.round(Number(readFileSync(`/proc/${pid()}/status`, "utf8").match(/VmHWM:\s+(\d+)/)[1]) / 1024);
