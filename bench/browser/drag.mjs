import { at } from "./times.mjs";

const Moves = 240;

/**
 * Moves of a drag on the picture, until its list is there or painted: p50 and p95, ms.
 * @param grip What is taken hold of; `from` is where, or which handle of the overlay.
 */
export async function measureDrag(page, { view, frame, grip, from, paints = false }) {
  const moves = await page.evaluate(
    async ({ view, frame, grip, from, paints, count }) => {
      const { begin, move, cancel, frame: list, ask, paintList, setState } = window.fretsaw;
      // As under a hand: nothing is baked meanwhile.
      setState({ scrubbing: true });
      // As the stage paints while something is dragged.
      const look = { width: 320, height: 180, zoom: 1, x: 0, y: 0, beyond: false };
      const overlay = await ask({ kind: "overlay", view, frame });
      const start = "x" in from ? from : overlay[from.of].find((one) => one.thing === from.thing).at;
      await begin({ view, frame, grip: { keepSize: false, wholeBody: false, shape: 0, ...grip }, from: start, trying: false });
      const times = [];
      for (let i = 0; i < count; i++) {
        const began = performance.now();
        await move({ x: start.x + 60 * Math.sin(i / 9), y: start.y + 40 * Math.cos(i / 7) });
        const painted = await list(view, frame, look);
        if (paints) await paintList(painted);
        times.push(performance.now() - began);
      }
      await cancel();
      return times;
    },
    { view, frame, grip, from, paints, count: Moves },
  );
  return { p50: at(moves, 0.5), p95: at(moves, 0.95) };
}

/** As the table has it. */
export const both = ({ p50, p95 }) => `${p50.toFixed(1)}, ${p95.toFixed(1)} ms`;
