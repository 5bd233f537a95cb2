import type { Mouth, MouthChart, Puppet, StationValue } from "../../../api/types";

/** Something of a puppet that mouths can be made of. */
export interface Maker {
  thing: string;
  property: string;
  name: string;
  /** What it can show; none for an amount. */
  choices: { value: string; title: string }[];
}

/** Parts with swaps, dials, forms and kneads. */
export function makersOf({ parts, dials }: Puppet): Maker[] {
  return [
    ...parts
      .filter(({ swaps }) => swaps.length > 0)
      .map(({ id, name, swaps }) => {
        const choices = [{ value: "", title: name }, ...swaps.map((swap) => ({ value: swap.id, title: swap.name }))];
        return { thing: id, property: "swap", name, choices };
      }),
    ...dials.map(({ id, name }) => ({ thing: id, property: "across", name, choices: [] })),
    ...parts.flatMap(({ forms, kneads }) =>
      [...forms, ...kneads].map(({ id, name }) => ({ thing: id, property: "amount", name, choices: [] })),
    ),
  ];
}

export const emptyChart: MouthChart = { shapes: [], leadFrames: 1, blendFrames: 2 };

export const keyOf = ({ thing, property }: { thing: string; property: string }) => `${thing} ${property}`;

/** What the mouths of a chart are made of. */
export function usedIn(chart: MouthChart, makers: Maker[]): Maker[] {
  const used = new Set(chart.shapes.flatMap(({ values }) => values.map(keyOf)));
  return makers.filter((maker) => used.has(keyOf(maker)));
}

/** The chart with one value of one mouth, which is in it from here on. */
export function withValue(chart: MouthChart, mouth: Mouth, value: StationValue): MouthChart {
  const now = chart.shapes.find((shape) => shape.mouth === mouth) ?? { mouth, values: [] };
  const values = [...now.values.filter((one) => keyOf(one) !== keyOf(value)), value];
  return { ...chart, shapes: [...chart.shapes.filter((shape) => shape.mouth !== mouth), { mouth, values }] };
}

export const withoutMouth = (chart: MouthChart, mouth: Mouth): MouthChart => ({
  ...chart,
  shapes: chart.shapes.filter((shape) => shape.mouth !== mouth),
});

/** Nothing of a maker any more; a mouth that was made of it alone goes. */
export const withoutMaker = (chart: MouthChart, maker: Maker): MouthChart => ({
  ...chart,
  shapes: chart.shapes
    .map((shape) => ({ ...shape, values: shape.values.filter((value) => keyOf(value) !== keyOf(maker)) }))
    .filter(({ values }) => values.length > 0),
});

/** Its first mouths, when something is taken to make them: shut as it rests, open as its last choice or all the way. */
export function withMaker(chart: MouthChart, { thing, property, choices }: Maker): MouthChart {
  const value = (choice: string | undefined, number: number): StationValue =>
    choices.length > 0 ? { thing, property, value: 0, choice } : { thing, property, value: number };
  const known = chart.shapes.map(({ mouth }) => mouth);
  const shut = (known.length > 0 ? known : (["Shut"] as Mouth[])).filter((mouth) => mouth !== "Open");
  const rest = shut.reduce((now, mouth) => withValue(now, mouth, value("", 0)), chart);
  return withValue(rest, "Open", value(choices.at(-1)?.value, 100));
}
