import { expect, test } from "vitest";
import { counts } from "./count";
import { inSentence, setTitle } from "./inSentence";

/** Words that a screen may not use, and what it says instead: docs/glossary.md. */
const instead: [RegExp, string][] = [
  [/saw blade/i, "playhead"],
  [/\bstrip\b/i, "timeline"],
  [/\b(choose|chooses|chosen|pick|picked)\b/i, "select"],
  [/\b(remove[sd]?|erase|discard|take (it )?(away|out|off|down)|taken? (away|out)|took)\b/i, "delete"],
  [/(?<!area )\bkept\b|\bkeep (this|an?|it) (pose|action|expression|version|no longer)\b/i, "save"],
  [/\b(put|puts) (it |the pose )?on\b(?! (shelf|a))/i, "apply"],
  [/\b(bring|brings|brought|bringing) (in|it in|back)\b/i, "import or restore"],
  [/\brides?\b|\briding\b|\bcarried by\b|\blet go\b/i, "attached to, detach"],
  [
    /\b(across|down) %|%( across| down)|\bstretch (across|down)\b|\bshift (across|down)\b|\bpivot (across|down)\b/i,
    "X and Y",
  ],
  [/\breach(es)?\b(?! (every|them))/i, "IK chain"],
  [/\bpull with\b|\bpull:/i, "drag"],
  [/\bprint(s|ed|ing)?\b/i, "render"],
  [/\blook (from|at all|pixel)\b|\bpixel for pixel\b|^look\b(?! at)/i, "zoom, fit, actual size, view"],
  [/\bslow (start|stop)\b|\bpast the pose by\b/i, "ease in, ease out, overshoot"],
  [/\bto and fro\b|\bstands? still\b/i, "ping-pong, hold"],
  [/\bframes a second\b/i, "fps"],
  [/\bmend\b/i, "update"],
  [/ or not\b|, or leaves? /i, "a switch is named by what is on"],
  [/!/, "no exclamation marks"],
  [/"|'/, "typographic quotes"],
];

const modules = import.meta.glob<{ words?: Record<string, unknown> }>("./*.ts", { eager: true });

/** Everything that the page says, with "…" for what stands in a sentence, by where it is written. */
const said = Object.entries(modules).flatMap(([file, { words }]) =>
  Object.entries(words ?? {}).map(([key, entry]): [string, string] => [
    `${file} ${key}`,
    typeof entry === "function" ? String(entry(...Array.from({ length: entry.length }, () => 2))) : String(entry),
  ]),
);

test("the page's words are found", () => {
  expect(said.length).toBeGreaterThan(900);
});

for (const [word, better] of instead)
  test(`no ${word.source}: ${better}`, () => {
    expect(said.filter(([, text]) => word.test(text))).toEqual([]);
  });

test("an ellipsis is one character, and nothing is blank", () => {
  expect(said.filter(([, text]) => text.includes("...") || text.trim() === "")).toEqual([]);
});

test("a number takes its noun's form", () => {
  expect(counts.frames(1)).toBe("1 frame");
  expect(counts.frames(0)).toBe("0 frames");
  expect(counts.keys(12000)).toBe("12000 keys");
});

/** The same cases as the core's, in WordsTests.cs. */
test("a title in a sentence keeps its letters", () => {
  expect(["Rotation", "Scale X", "X"].map(inSentence)).toEqual(["rotation", "scale X", "X"]);
  expect(setTitle("X")).toBe("Set X");
});
