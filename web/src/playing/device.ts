import { engine } from "../engine/engine";
import { tell } from "../state/film";
import { castOf } from "../state/select";
import { get, set, touchPreview } from "../state/store";
import { words } from "../words/take";
import { glimpse } from "./glimpse";
import { readingOf } from "./reading";
import { momentOf } from "./take";

/** Where readings come from. */
export type DeviceSource = "none" | "file" | "live";

const PerSecond = 30;

let reading: number[] | null = null;
let close: () => void = () => undefined;
const watching = new Set<() => void>();

/** The newest reading; null while nothing has come. */
export const readingNow = (): number[] | null => reading;

/** Told of every reading. */
export function watchReadings(told: () => void): () => void {
  watching.add(told);
  return () => watching.delete(told);
}

/** The puppet moves along, and nothing is keyed. */
async function take(line: string): Promise<void> {
  const found = readingOf(line);
  if (found === null) return;
  reading = found;
  for (const told of watching) told();
  const { shotId, frame, taking, gripping, playing, place } = get();
  const owner = castOf(get())?.id;
  if (taking || playing || gripping !== null || place !== "act" || shotId === null || !owner) return;
  await glimpse(momentOf({ with: "Device" }, shotId, owner, frame, found));
}

/** Listens to another source, or to none. */
export async function listenTo(source: DeviceSource): Promise<void> {
  close();
  close = () => undefined;
  reading = null;
  set({ device: source });
  if (source === "file") await fromFile().catch(tell);
  else if (source === "live") live();
  else {
    await engine.cancel();
    touchPreview();
  }
}

async function fromFile(): Promise<void> {
  const text = await (await fetch("/api/face/readings.tsv")).text();
  const lines = text.trim().split("\n").slice(1);
  const began = performance.now();
  let last = -1;
  const timer = setInterval(() => {
    const now = Math.floor(((performance.now() - began) / 1000) * PerSecond);
    if (now !== last) void take(lines[now % lines.length] ?? "");
    last = now;
  }, 1000 / PerSecond);
  close = () => clearInterval(timer);
}

function live(): void {
  const socket = new WebSocket(`${window.location.origin.replace("http", "ws")}/api/face/live`);
  socket.onmessage = ({ data }) => void take(String(data));
  socket.onerror = () => tell(new Error(words.deviceSilent));
  close = () => socket.close();
}
