import { expect, test } from "vitest";
import { synonyms } from "../words/synonyms";
import { byAllWords } from "./finderWords";

const action = (name: string, others = "") => ({
  key: name,
  name,
  words: others,
  note: "",
  disabled: false,
  run: () => undefined,
});

test("each word that is typed is found in the name or in what else it is called, and names come first", () => {
  const all = [
    action("Hold here", "freeze stop"),
    action("Play or stop", "start"),
    action("Take out", "delete keyframe"),
  ];
  const found = (typed: string) => byAllWords(all, { inputValue: typed }).map(({ name }) => name);
  expect(found("stop")).toEqual(["Play or stop", "Hold here"]);
  expect(found("delete key")).toEqual(["Take out"]);
  expect(found("delete freeze")).toEqual([]);
  expect(found("")).toHaveLength(3);
});

test("the trade's words all lead somewhere", () => {
  const said = Object.values(synonyms).join(" ").toLowerCase();
  const trade = [
    "ease",
    "graph",
    "curve",
    "keyframe",
    "path",
    "twos",
    "blocking",
    "speed",
    "delete",
    "range",
    "onion",
    "loop",
    "symmetry",
    "zoom",
    "undo",
    "save",
    "cut",
    "volume",
  ];
  for (const word of trade) expect(said, word).toContain(word);
});
