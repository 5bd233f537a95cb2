// Writes the free drawings that imports are timed on into a folder.
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { drawings } from "../../tests/e2e/drawings/collections.mjs";

const [folder] = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
for (const [name, svg] of Object.entries(drawings())) writeFileSync(join(folder, `${name.replace(/\W+/g, "-")}.svg`), svg);
