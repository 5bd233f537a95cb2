/** The time that such a part of them stays below; 1 for the longest. */
export const at = (times, part) => times.sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(part * times.length))];

export const ms = (time) => `${time.toFixed(1)} ms`;
