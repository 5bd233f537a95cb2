import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, test } from "@playwright/test";
import { drawings, framed, side } from "./drawings/collections.mjs";
import { Features } from "./drawings/features";

// Outside check: the browser's own rendering of SVG, of one-feature files and of free drawings of several styles.
const painter = new URL("../../bench/Fretsaw.Bench/bin/Release/net10.0/Fretsaw.Bench", import.meta.url).pathname;

/** Of the whole page, and of one channel out of 255: an edge that is smoothed otherwise is not another picture. */
const mostPixels = 0.02;
const leastDifference = 24;

type Read = Record<string, { milliseconds: number; notes: string[]; parts: number; refused: string | null }>;

test("one feature of SVG each looks as in the browser", async ({ page }) => {
  const different = await compare(page, Features, (body) => framed(body, `0 0 ${side} ${side}`));
  expect(different.filter((one) => one.part > mostPixels)).toEqual([]);
});

test("free drawings look as in the browser, and where they do not a note names the element", async ({ page }) => {
  const free = drawings();
  expect(Object.keys(free).length).toBeGreaterThanOrEqual(200);
  const compared = await compare(page, free, (svg) => svg);
  const different = compared.filter((one) => one.part > mostPixels);
  expect(different.filter((one) => one.notes.length === 0)).toEqual([]);
  expect(1 - different.length / compared.length).toBeGreaterThanOrEqual(0.95);
});

async function compare(page: Page, drawings: Record<string, string>, toSvg: (drawing: string) => string) {
  const folder = mkdtempSync(join(tmpdir(), "drawings-"));
  mkdirSync(folder, { recursive: true });
  const files = Object.entries(drawings).map(([name, drawing]) => ({ name: name.replace(/\W+/g, "-"), svg: toSvg(drawing) }));
  for (const { name, svg } of files) writeFileSync(join(folder, `${name}.svg`), svg);
  execFileSync(painter, ["svg", folder]);
  const read = JSON.parse(readFileSync(join(folder, "read.json"), "utf8")) as Read;
  const compared: { name: string; part: number; notes: string[] }[] = [];
  for (const { name, svg } of files) {
    const { refused, notes } = read[name]!;
    expect(refused, name).toBeNull();
    const ours = readFileSync(join(folder, `${name}.png`)).toString("base64");
    const part = await page.evaluate(differs, {
      theirs: `data:image/svg+xml;base64,${Buffer.from(svg).toString("base64")}`,
      ours: `data:image/png;base64,${ours}`,
      side,
      least: leastDifference,
    });
    compared.push({ name, part, notes });
  }

  return compared;
}

/** In the browser: which part of the pixels differs, on white. */
async function differs({ theirs, ours, side, least }: { theirs: string; ours: string; side: number; least: number }) {
  const pixels = async (source: string) => {
    const image = new Image();
    image.src = source;
    await image.decode();
    const context = new OffscreenCanvas(side, side).getContext("2d", { willReadFrequently: true })!;
    context.fillStyle = "#fff";
    context.fillRect(0, 0, side, side);
    context.drawImage(image, 0, 0, side, side);
    return context.getImageData(0, 0, side, side).data;
  };
  const [a, b] = [await pixels(theirs), await pixels(ours)];
  let count = 0;
  for (let at = 0; at < a.length; at += 4)
    if ([0, 1, 2].some((channel) => Math.abs(a[at + channel]! - b[at + channel]!) > least)) count++;
  return count / (side * side);
}
