import { readdirSync, readFileSync, writeFileSync } from "node:fs";
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
  console.table(took.map(({ seconds, peak, ...rest }) => ({ ...rest, seconds: seconds.toFixed(1), MB: peak })));
  const slowest = took.reduce((a, b) => (a.seconds > b.seconds ? a : b));
  const largest = took.reduce((a, b) => (a.peak > b.peak ? a : b));
  return {
    [`${took.length} hostile files under 1 MB, one after the other: the longest, from sending it until it is refused or drawn`]: { measured: `${slowest.seconds.toFixed(1)} s (${slowest.name})`, aim: "under 10 s" },
    "The most memory the server holds meanwhile": { measured: `${largest.peak} MB (${largest.name})`, aim: "under 1000 MB" },
  };
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
