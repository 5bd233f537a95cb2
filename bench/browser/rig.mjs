import { both, measureDrag } from "./drag.mjs";
import { address, open, upload } from "./server.mjs";

/** The figures of a heavy rig, on the files that the native half wrote. */
export async function measureRig(page) {
  await open(page, "heavy.fretsaw");
  const times = await page.evaluate(async () => {
    await window.fretsaw.timeEvaluation({ shot: "shot" }, 192);
    return (await window.fretsaw.timeEvaluation({ shot: "shot" }, 480)).sort((a, b) => a - b);
  });
  // A bone far from the body is turned, and every bone before it and the body give.
  const view = { shot: "shot" };
  const pulled = { view, frame: 40, grip: { owner: "c", kind: "Rotate", thing: "bone-2-3", wholeBody: true }, from: { x: 980, y: 700 } };
  const body = await measureDrag(page, pulled);
  const bodyPainted = await measureDrag(page, { ...pulled, paints: true });
  await open(page, "wide.fretsaw");
  const meshes = await page.evaluate(async () => {
    const took = [];
    let [gap, last, on] = [0, performance.now(), true];
    requestAnimationFrame(function tick(now) {
      [gap, last] = [Math.max(gap, now - last), now];
      if (on) requestAnimationFrame(tick);
    });
    for (const meshTriangleSide of [null, 16, 16.2]) {
      await window.fretsaw.preview({ kind: "changePart", puppetId: "heavy", partId: "wide", meshMargin: 4, meshTriangleSide });
      const began = performance.now();
      const { mesh } = await window.fretsaw.ask({ kind: "mesh", puppet: "heavy", part: "wide" });
      took.push(performance.now() - began);
      const vertices = mesh.tenthPx.length / 2;
      if (vertices < (meshTriangleSide === null ? 100 : 2000)) throw new Error(`The mesh has ${vertices} vertices.`);
    }
    on = false;
    return { took, gap };
  });
  const made = await (await fetch(`${address}/api/films`, { method: "POST", headers: { "Content-Type": "application/json" }, body: '{"name":"Painted"}' })).json();
  const painted = await upload(`/api/films/${made.id}/puppets`, "painted.ora");
  return {
    "Heavy puppet, evaluation in the browser, p95": { measured: `${times[456].toFixed(1)} ms`, aim: "under 16" },
    "Heavy puppet pulled with the whole body, pointer move to draw list, p50 and p95": { measured: both(body), aim: "under 16" },
    "The same until it is painted ": { measured: both(bodyPainted), aim: "under 16" },
    "Mesh of 1,000 × 1,000 px as it is suited, the first of all": { measured: `${meshes.took[0].toFixed(0)} ms`, aim: "under 700" },
    "The same with 3,300 vertices, first and again": { measured: `${meshes.took[1].toFixed(0)}, ${meshes.took[2].toFixed(0)} ms`, aim: "under 700" },
    "Longest pause of the picture meanwhile": { measured: `${meshes.gap.toFixed(0)} ms`, aim: "no stall" },
    "Import of a 21 MB OpenRaster, sent and kept": { measured: `${painted.took} ms`, aim: "under 5000" },
  };
}
