import { expect, test } from "vitest";
import { emptyChart, type Maker, usedIn, withMaker, withoutMaker, withoutMouth, withValue } from "./mouthChart";

const swap: Maker = {
  thing: "mouth",
  property: "swap",
  name: "Mouth",
  choices: [
    { value: "", title: "Mouth" },
    { value: "open", title: "Open" },
  ],
};
const jaw: Maker = { thing: "jaw", property: "across", name: "Jaw", choices: [] };

test("a chart begins with a shut and an open mouth", () => {
  expect(withMaker(emptyChart, swap).shapes).toEqual([
    { mouth: "Shut", values: [{ thing: "mouth", property: "swap", value: 0, choice: "" }] },
    { mouth: "Open", values: [{ thing: "mouth", property: "swap", value: 0, choice: "open" }] },
  ]);
});

test("what mouths are made of comes and goes with all of them", () => {
  const both = withMaker(withMaker(emptyChart, swap), jaw);
  expect(usedIn(both, [jaw, swap])).toEqual([jaw, swap]);
  expect(both.shapes.find(({ mouth }) => mouth === "Open")?.values).toHaveLength(2);
  expect(withoutMaker(both, swap)).toEqual(withMaker(emptyChart, jaw));
  expect(withoutMaker(withoutMaker(both, swap), jaw)).toEqual(emptyChart);
});

test("a mouth is given a value, and taken out", () => {
  const round = withValue(withMaker(emptyChart, jaw), "Round", { thing: "jaw", property: "across", value: 40 });
  expect(round.shapes.map(({ mouth }) => mouth)).toEqual(["Shut", "Open", "Round"]);
  expect(withoutMouth(round, "Round")).toEqual(withMaker(emptyChart, jaw));
});
