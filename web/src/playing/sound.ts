import type { Shot } from "../api/types";
import { isOnBench, shotOf } from "../state/select";
import { get, type State, useStore } from "../state/store";
import { type Clock, wallClock } from "./clock";
import { mixed, Rate } from "./mixed";
import { pieceAt, samplesOf } from "./passes";

/** Longest stretch that is fetched at once, samples. */
const Longest = 2 * Rate;

/** How far ahead of what is heard stretches are handed to the browser, seconds. */
const Ahead = 3;
const LookMs = 250;

/** What a scrubbed frame is heard for at least, and how it comes and goes, seconds. */
const Shortest = 0.06;
const Edge = 0.005;

interface Sounding {
  context: AudioContext;
  loudness: GainNode;
}

let sounding: Sounding | null = null;

/** A browser lets nothing be heard before somebody has pressed something. */
function started(): Sounding | null {
  if (sounding === null) {
    if (!navigator.userActivation?.hasBeenActive) return null;
    const context = new AudioContext({ sampleRate: Rate, latencyHint: "interactive" });
    const loudness = context.createGain();
    loudness.gain.value = get().hear ? 1 : 0;
    loudness.connect(context.destination);
    sounding = { context, loudness };
  }
  void sounding.context.resume();
  return sounding;
}

interface Playing {
  from: number;
  to: number;
  start: number;
  rate: number;
}

/**
 * What is heard says which picture is due: seconds of sound that have come out, so that the two cannot part. Stretches of the mix are
 * handed on ahead of time, each to begin at the very sample at which the one before ends.
 */
function soundClock({ from, to, start, rate }: Playing): Clock | null {
  const out = started();
  if (out === null) return null;
  const { context, loudness } = out;
  const range = samplesOf(from, to, rate, Rate);
  const first = samplesOf(start, start, rate, Rate).first;
  const playing = new Set<AudioBufferSourceNode>();
  let begins: number | null = null;
  let [next, stopped] = [0, false];
  const handOn = async () => {
    while (!stopped) {
      if (begins !== null && next / Rate > context.currentTime - begins + Ahead) {
        await new Promise((resume) => setTimeout(resume, LookMs));
        continue;
      }
      const piece = pieceAt(next, first, range, Longest);
      const buffer = await mixed(context, piece.from, piece.count);
      if (stopped) return;
      begins ??= context.currentTime + 0.02;
      const due = begins + piece.at / Rate;
      const late = context.currentTime - due;
      // One that came too late goes in where it would have got to.
      if (late < buffer.duration) {
        const source = context.createBufferSource();
        source.buffer = buffer;
        source.connect(loudness);
        source.onended = () => playing.delete(source);
        source.start(Math.max(due, context.currentTime), Math.max(0, late));
        playing.add(source);
      }
      next += piece.count;
    }
  };
  // Without its sound the picture goes on by the context's time alone.
  handOn().catch(() => {
    begins ??= context.currentTime;
  });
  return {
    seconds: () => (begins === null ? 0 : Math.max(0, context.currentTime - begins - (context.outputLatency || 0))),
    stop: () => {
      stopped = true;
      for (const source of playing) source.stop();
    },
  };
}

/** What says how far a shot has played: its sound where it has any, else the machine. */
export const clockFor = (shot: Shot, playing: Playing): Clock =>
  (shot.sounds.length > 0 ? soundClock(playing) : null) ?? wallClock();

let grain: { source: AudioBufferSourceNode; gain: GainNode } | null = null;

/** A frame of what is heard, while somebody scrubs or steps. */
async function hearFrame(frame: number): Promise<void> {
  const shot = shotOf(get());
  const rate = get().film?.frameRate ?? 24;
  if (shot === null || shot.sounds.length === 0 || isOnBench(get())) return;
  const out = started();
  if (out === null) return;
  const { context, loudness } = out;
  const { first, end } = samplesOf(frame, frame, rate, Rate);
  const piece = Math.floor(first / Longest) * Longest;
  const buffer = await mixed(context, piece, Longest);
  if (get().frame !== frame || get().playing) return;
  const [now, lasts] = [context.currentTime, Math.max(Shortest, (end - first) / Rate)];
  grain?.gain.gain.linearRampToValueAtTime(0, now + Edge);
  grain?.source.stop(now + Edge);
  const source = context.createBufferSource();
  const gain = context.createGain();
  source.buffer = buffer;
  source.connect(gain).connect(loudness);
  gain.gain.setValueAtTime(0, now);
  gain.gain.linearRampToValueAtTime(1, now + Edge);
  gain.gain.setValueAtTime(1, now + lasts - Edge);
  gain.gain.linearRampToValueAtTime(0, now + lasts);
  source.start(now, (first - piece) / Rate, lasts);
  grain = { source, gain };
}

const isStepped = (now: State, before: State) => Math.abs(now.frame - before.frame) === 1;

/** From here on the strip is heard where somebody goes along it. */
export function hearAlong(): void {
  useStore.subscribe((now, before) => {
    if (now.hear !== before.hear && sounding) sounding.loudness.gain.value = now.hear ? 1 : 0;
    if (
      now.frame === before.frame ||
      now.playing ||
      before.playing ||
      now.taking ||
      !now.hear ||
      now.shotId !== before.shotId
    )
      return;
    if (now.scrubbing || isStepped(now, before)) void hearFrame(now.frame).catch(() => undefined);
  });
}
