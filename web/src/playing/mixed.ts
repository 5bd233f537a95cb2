import { get } from "../state/store";
import { words } from "../words/film";

/** Samples a second that are asked for, as prints have them. */
export const Rate = 48000;

/** Stretches of the mix that are kept, some 80 MB. */
const MostKept = 100;

const kept = new Map<string, Promise<AudioBuffer>>();
let seen: unknown[] = [];
let version = 0;

/** A new number when what is heard has changed. */
function versionNow(): number {
  const { film, filmId, shotId } = get();
  const now = [filmId, shotId, film?.sounds, film?.frameRate, film?.shots.find(({ id }) => id === shotId)?.sounds];
  if (now.some((one, i) => one !== seen[i])) version++;
  seen = now;
  return version;
}

/** A stretch of what is heard of the shown shot, mixed by the core. */
export function mixed(context: BaseAudioContext, from: number, count: number): Promise<AudioBuffer> {
  const { filmId, shotId } = get();
  const key = `${versionNow()} ${from} ${count}`;
  const found = kept.get(key);
  if (found) return found;
  const asked = fetch(`/api/films/${filmId}/shots/${shotId}/mix.wav?from=${from}&count=${count}&rate=${Rate}`)
    .then((answer) => (answer.ok ? answer.arrayBuffer() : Promise.reject(new Error(words.noSound(answer.status)))))
    .then((wav) => context.decodeAudioData(wav));
  asked.catch(() => kept.delete(key));
  kept.set(key, asked);
  const [oldest] = kept.keys();
  if (kept.size > MostKept && oldest !== undefined) kept.delete(oldest);
  return asked;
}
