// Free drawings of several styles from packages on npm, as whole SVG files: what the comparison with the browser and the bench read.
import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";

const packages = new URL("../node_modules/", import.meta.url).pathname;

/** Of a page, px. */
export const side = 256;

/** Flat, flags, shaded, and shaded with filters. */
const collections = ["bi", "circle-flags", "noto", "fluent-emoji"];
const ofEach = 44;

/**
 * @param {string} body
 * @param {string} view
 */
export const framed = (body, view) =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${side}" height="${side}" viewBox="${view}">${body}</svg>`;

/**
 * @param {string[]} names
 * @param {number} count
 */
const spread = (names, count) => Array.from({ length: count }, (_, i) => names[Math.floor((i * names.length) / count)] ?? "");

function collected() {
  /** @type {Record<string, string>} */
  const drawings = {};
  for (const collection of collections) {
    const { icons, width, height } = JSON.parse(readFileSync(join(packages, "@iconify-json", collection, "icons.json"), "utf8"));
    for (const name of spread(Object.keys(icons).sort(), ofEach)) {
      const icon = icons[name];
      drawings[`${collection}-${name}`] = framed(icon.body, `0 0 ${icon.width ?? width ?? 16} ${icon.height ?? height ?? 16}`);
    }
  }

  return drawings;
}

/** Whole files, with their groups and names. */
function outlined() {
  const folder = join(packages, "openmoji", "color", "svg");
  return Object.fromEntries(
    spread(readdirSync(folder).sort(), ofEach).map((file) => [
      `outlined-${file.slice(0, -4)}`,
      readFileSync(join(folder, file), "utf8").replace("<svg", `<svg width="${side}" height="${side}"`),
    ]),
  );
}

/**
 * By name.
 * @returns {Record<string, string>}
 */
export const drawings = () => ({ ...collected(), ...outlined() });
