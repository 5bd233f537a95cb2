import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { PNG } from "pngjs";
import { group, list, mesh, type Node, shapes, stiff } from "./lists";
import { worstTile } from "./pictures";
import { open, Server } from "./server";
import { expect, test } from "./test";

const server = new Server();
const folder = mkdtempSync(join(tmpdir(), "fretsaw-painters-"));
test.beforeAll(() => server.start());
test.afterAll(async () => {
  rmSync(folder, { recursive: true });
  await server.end();
});

const Side = 96;
const all: [number, number, number, number] = [0, 0, Side, Side];
const cli = join(import.meta.dirname, "../../src/Fretsaw.Cli/bin/Release/net10.0/fretsaw");

/** What is left to soften on a board with such steps; Softness.Rest in the core. */
const rest = (sigma: number, step: number) => (step === 1 ? sigma : Math.sqrt((sigma * sigma + 1 / 12) / (step * step) - 1 / 12 - 1 / 6));

test("both painters paint one of each kind of item, blend, matte, softness and box alike, in every tile", async ({ page }) => {
  await open(page, server);
  // The drawing of the film that is most like a square, and one to lie behind it.
  const drawings = await page.evaluate(() =>
    (window.fretsaw.state().film?.drawings ?? []).map(({ bounds }, index) => ({ index, ...bounds })),
  );
  const [art, other] = drawings.filter(({ width, height }) => width > 60 && height > 60).sort((a, b) => Math.abs(a.width / a.height - 1) - Math.abs(b.width / b.height - 1));
  if (art === undefined || other === undefined) throw new Error("The demo has no drawings that could be used.");
  const fitted = ({ x, y, width, height }: typeof art, part = 0.8, at = 0.1): number[] => {
    const scale = (part * Side) / Math.max(width, height);
    return [scale, 0, 0, scale, at * Side - scale * x, at * Side - scale * y];
  };
  const it = (opacity = 1, ...matrices: number[][]) => stiff(all, art.index, opacity, ...(matrices.length > 0 ? matrices : [fitted(art)]));
  const behind = group(all, {}, [stiff(all, other.index, 1, fitted(other, 0.95, 0.02))]);
  const soft = (sigma: number, step: number, box = all, nodes: Node[] = [it()]) => group(box, { sigma, step, rest: rest(sigma, step) }, nodes);
  const wide: [number, number, number, number] = [-32, -32, Side + 32, Side + 32];
  const half: [number, number, number, number] = [24, 24, 72, 72];
  const grid = { x: art.x - 1, y: art.y - 1, texel: 1, width: Math.ceil(art.width) + 2, height: Math.ceil(art.height) + 2 };
  const corners = [art.x, art.y, art.x + art.width, art.y, art.x + art.width, art.y + art.height, art.x, art.y + art.height];

  const cases: Record<string, Node[]> = {
    stiff: [group(all, {}, [it()])],
    "stiff, half clear": [behind, group(all, {}, [it(0.5)])],
    "stiff, three times": [group(all, {}, [it(1, fitted(art, 0.4, 0), fitted(art, 0.4, 0.3), fitted(art, 0.4, 0.6))])],
    "a mesh": [behind, group(all, {}, [mesh(all, art.index, 1, grid, [10, 5, 90, 20, 80, 92, 4, 70], corners, [0, 1, 2, 0, 2, 3])])],
    "a mesh, half clear": [behind, group(all, {}, [mesh(all, art.index, 0.5, grid, [10, 5, 90, 20, 80, 92, 4, 70], corners, [0, 1, 2, 0, 2, 3])])],
    "shapes, redrawn": [group(all, {}, [shapes(all, art.index, fitted(art), 0, 0, corners)])],
    "a group, half clear": [behind, group(all, { opacity: 0.5, step: 1 }, [it()])],
    "a group, leaning": [behind, group(all, { map: [1, 0.1, 0, 0.05, 1, 0, 0.001, 0.002, 1] }, [it()])],
    "cut by its box": [behind, group(half, { opacity: 0.9, step: 1 }, [it()])],
    "a matte, inside": [behind, group(all, { step: 1 }, [it(), group(all, { blend: 16, step: 1 }, [stiff(all, other.index, 1, fitted(other, 0.5, 0.3))])])],
    "a matte, outside": [behind, group(all, { step: 1 }, [it(), group(all, { blend: 17, step: 1 }, [stiff(all, other.index, 1, fitted(other, 0.5, 0.3))])])],
    "a matte in something soft": [behind, soft(6, 2, wide, [group(all, { step: 1 }, [it(), group(all, { blend: 17, step: 1 }, [stiff(all, other.index, 1, fitted(other, 0.5, 0.3))])])])],
  };
  for (const [sigma, step] of [
    [0.3, 1],
    [1.5, 1],
    [3.9, 1],
    [6, 2],
    [14, 4],
  ] as const)
    cases[`soft by ${sigma}`] = [behind, soft(sigma, step, wide)];
  for (let blend = 1; blend <= 15; blend++) cases[`blend ${blend}`] = [behind, group(all, { blend, opacity: 0.8, step: 1 }, [it()])];
  cases["soft and blended"] = [behind, group(wide, { blend: 2, sigma: 6, step: 2, rest: rest(6, 2) }, [it()])];

  const named = Object.entries(cases).map(([name, nodes], i) => ({ name, nodes, bytes: list(Side, Side, 0xff40608c, nodes), file: join(folder, `${i}.fsdl`) }));
  for (const { file, bytes } of named) writeFileSync(file, Uint8Array.from(bytes));
  execFileSync(cli, ["paint-lists", "demo", ...named.map(({ file }) => file)]);
  for (const { name, nodes, bytes, file } of named) {
    const ours: number[] = await page.evaluate(async (bytes) => Array.from(await window.fretsaw.pixelsOf(Uint8Array.from(bytes))), bytes);
    const print = PNG.sync.read(readFileSync(file.replace(".fsdl", ".png"))).data;
    const plain = list(Side, Side, 0xff40608c, nodes.slice(0, -1));
    const without: number[] = await page.evaluate(async (bytes) => Array.from(await window.fretsaw.pixelsOf(Uint8Array.from(bytes))), plain);
    expect(Buffer.from(ours).equals(Buffer.from(without)), `${name} shows nothing`).toBe(false);
    expect(worstTile(ours, print, Side), name).toBeGreaterThan(32);
  }
});
