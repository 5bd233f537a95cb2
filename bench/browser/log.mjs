import { address, kept, open, start, stop, timeDisk } from "./server.mjs";
import { at, ms } from "./times.mjs";

const Edits = 20_000;
const Warm = 100;

/** A film that is worked on for long: 20,000 edits one after the other, then opened by a server that has just started. */
export async function measureLog(page) {
  const film = await open(page, "one-shot.fretsaw");
  await page.goto("about:blank");
  const edit = (seq) =>
    post(`/api/films/${film}/edits`, {
      baseSeq: seq,
      edit: { kind: "setKeys", shotId: "shot-0", frame: 1 + 16 * (seq % 125), values: [{ address: { owner: `use-${seq % 4}`, thing: `bone-${seq % 5}-1`, property: "turn" }, value: (seq % 37) / 2 }] },
    });
  // A server that has just started compiles its code as it is first run.
  for (let seq = 0; seq < Warm; seq++) await edit(seq);
  const before = kept();
  const [times, disk] = [[], []];
  for (let seq = Warm; seq < Edits; seq++) {
    const began = performance.now();
    await edit(seq);
    times.push(performance.now() - began);
    // In between, and not afterwards: a disk that others use too is slow for moments.
    if (seq % 10 === 0) disk.push(timeDisk());
  }
  const grown = (kept() - before) / (Edits - Warm);
  await stop();
  await start();
  const began = Date.now();
  await (await fetch(`${address}/api/films/${film}/opening`)).arrayBuffer();
  const opened = Date.now() - began;
  const undo = [];
  for (let i = 0; i < 200; i++) {
    const asked = performance.now();
    await post(`/api/films/${film}/undo`, { baseSeq: Edits + i });
    undo.push(performance.now() - asked);
  }
  return {
    "20,000 edits: the server opens the film": { measured: `${opened} ms`, aim: "under 1000" },
    "Growth of the database for an edit": { measured: `${grown.toFixed(0)} bytes`, aim: "" },
    "One of these edits over loopback, p50, p95": { measured: `${at(times, 0.5).toFixed(1)}, ${ms(at(times, 0.95))}`, aim: "" },
    "The longest of them, and the 20th longest, snapshots taken meanwhile": { measured: `${ms(at(times, 1))}, ${ms(at(times, 1 - 20 / times.length))}`, aim: "under 50" },
    "What the disk alone took in between to keep 8 KB, every tenth time: p50, p95, longest": { measured: `${at(disk, 0.5).toFixed(1)}, ${ms(at(disk, 0.95))}, ${ms(at(disk, 1))}`, aim: "" },
    "Undo in it, p50, p95": { measured: `${at(undo, 0.5).toFixed(1)}, ${ms(at(undo, 0.95))}`, aim: "under 30" },
  };
}

async function post(path, body) {
  const answer = await fetch(address + path, { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify(body) });
  if (!answer.ok) throw new Error(await answer.text());
  return answer.json();
}
