import { useQuery } from "@tanstack/react-query";
import type { Sound, SoundUse } from "../../api/types";

/** What a pair of peaks is of, samples. */
const PeakSamples = 64;

/** The lowest and highest of each few samples, in turns. They are computed once, when the sound comes in. */
export function usePeaks(sound: Sound): Int8Array | null {
  const asked = useQuery({
    queryKey: ["peaks", sound.peaks],
    queryFn: async () => new Int8Array(await (await fetch(`/api/peaks/${sound.peaks}`)).arrayBuffer()),
    staleTime: Number.POSITIVE_INFINITY,
  });
  return asked.data ?? null;
}

const found = new WeakMap<Int8Array, number>();

/** The highest of all peaks, so that a quiet sound is seen as well; [0.05, 1]. */
function loudest(peaks: Int8Array): number {
  let most = found.get(peaks);
  if (most === undefined) {
    most = peaks.reduce((high, peak) => Math.max(high, Math.abs(peak)), 6) / 127;
    found.set(peaks, most);
  }
  return most;
}

interface Room {
  /** px of the strip between which it is drawn. */
  left: number;
  right: number;
  /** The frame at a px. */
  frame: (x: number) => number;
  middle: number;
  /** px of a full amplitude. */
  high: number;
}

/** A stroke for every px: from the lowest to the highest of what is heard there. */
export function waveform(peaks: Int8Array, sound: Sound, use: SoundUse, frameRate: number, room: Room): string {
  const gain = 10 ** (use.gainDb / 20) / loudest(peaks);
  const [whole, from] = [sound.samples / sound.rate, use.fromSeconds];
  const round = whole - from;
  const strokes: string[] = [];
  for (let x = Math.ceil(room.left); x < room.right; x++) {
    const gone = (room.frame(x) - use.start) / frameRate;
    const lasts = (room.frame(x + 1) - room.frame(x)) / frameRate;
    if (gone < 0 || (gone >= round && !use.again) || round <= 0) continue;
    const at = (from + (gone % round)) * (sound.rate / PeakSamples);
    const until = Math.min(peaks.length / 2, Math.max(at + 1, at + lasts * (sound.rate / PeakSamples)));
    let [low, high] = [127, -127];
    for (let i = Math.floor(at); i < until; i++) {
      low = Math.min(low, peaks[2 * i] ?? 0);
      high = Math.max(high, peaks[2 * i + 1] ?? 0);
    }
    if (low > high) continue;
    const y = (peak: number) => Math.max(-1, Math.min(1, (peak / 127) * gain)) * room.high;
    strokes.push(`M${x + 0.5} ${(room.middle - y(high) - 0.4).toFixed(1)}V${(room.middle - y(low) + 0.4).toFixed(1)}`);
  }
  return strokes.join("");
}
