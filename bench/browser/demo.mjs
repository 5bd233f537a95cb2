import { address } from "./server.mjs";

/** Start, evaluation and a drag on the demo film. */
export async function measureDemo(page, native) {
  const first = [];
  for (let i = 0; i < 3; i++) {
    const began = Date.now();
    await page.goto(address);
    await page.waitForFunction(() => document.documentElement.dataset.painted);
    first.push(Date.now() - began);
  }
  await page.waitForFunction(() => document.querySelectorAll("[data-card] image").length >= 9);
  const figures = await page.evaluate(async () => {
    const { timeEvaluation, begin, move, cancel, frame, ask, paintList, setState } = window.fretsaw;
    // As under a hand: nothing is baked meanwhile.
    setState({ scrubbing: true });
    const view = { shot: "fog-horn" };
    // As the stage paints while something is dragged.
    const look = { width: 320, height: 180, zoom: 1, x: 0, y: 0, beyond: false };
    await timeEvaluation(view, 192);
    const times = await timeEvaluation(view, 960);
    const evaluation = times.reduce((sum, time) => sum + time) / times.length;
    const { pins, goals } = await ask({ kind: "overlay", view, frame: 60 });
    const scarf = await drag({ kind: "Pin", thing: "scarf-tip" }, pins.find((pin) => pin.thing === "scarf-tip").at, true);
    const paw = goals.find((goal) => goal.thing === "reach-free").at;
    const body = await drag({ kind: "Goal", thing: "reach-free", wholeBody: true }, paw, false);
    const bodyPainted = await drag({ kind: "Goal", thing: "reach-free", wholeBody: true }, paw, true);
    return { evaluation, scarf, body, bodyPainted };

    /** 240 moves of a drag, until its list is there or painted, ms: p50 and p95. */
    async function drag(grip, from, paints) {
      await begin({ view, frame: 60, grip: { owner: "bramble", keepSize: false, wholeBody: false, shape: 0, ...grip }, from, trying: false });
      const moves = [];
      for (let i = 0; i < 240; i++) {
        const began = performance.now();
        await move({ x: from.x + 60 * Math.sin(i / 9), y: from.y + 40 * Math.cos(i / 7) });
        const list = await frame(view, 60, look);
        if (paints) await paintList(list);
        moves.push(performance.now() - began);
      }
      await cancel();
      moves.sort((a, b) => a - b);
      return { p50: moves[120], p95: moves[228] };
    }
  });
  return {
    "Evaluation of a demo frame in the browser": { measured: `${figures.evaluation.toFixed(2)} ms`, aim: "" },
    "Browser against native": { measured: `${(figures.evaluation / native).toFixed(1)} times`, aim: "at most 8" },
    "Pointer move to picture, p50": { measured: `${figures.scarf.p50.toFixed(1)} ms`, aim: "" },
    "Pointer move to picture, p95": { measured: `${figures.scarf.p95.toFixed(1)} ms`, aim: "under 16" },
    "A paw pulled with the whole body, pointer move to draw list, p50 and p95": { measured: `${figures.body.p50.toFixed(1)}, ${figures.body.p95.toFixed(1)} ms`, aim: "under 16" },
    "The same until it is painted": { measured: `${figures.bodyPainted.p50.toFixed(1)}, ${figures.bodyPainted.p95.toFixed(1)} ms`, aim: "under 16" },
    "Start to first picture, cold browser cache": { measured: `${first[0]} ms`, aim: "under 3000" },
    "Start to first picture, again": { measured: `${Math.min(...first.slice(1))} ms`, aim: "under 3000" },
  };
}
