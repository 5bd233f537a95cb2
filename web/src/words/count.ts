/** How many of a thing there are, in the language of the page: which form a number takes is the language's rule (CLDR, by Intl). */
const language = "en";
const rules = new Intl.PluralRules(language);
const numbers = new Intl.NumberFormat(language, { useGrouping: false });

type Forms = Partial<Record<Intl.LDMLPluralRule, string>> & { other: string };

const counted = (forms: Forms) => (n: number) => `${numbers.format(n)} ${forms[rules.select(n)] ?? forms.other}`;

export const counts = {
  bones: counted({ one: "bone", other: "bones" }),
  controls: counted({ one: "control", other: "controls" }),
  dials: counted({ one: "dial or pad", other: "dials and pads" }),
  frames: counted({ one: "frame", other: "frames" }),
  gaps: counted({ one: "selected gap", other: "selected gaps" }),
  items: counted({ one: "item", other: "items" }),
  keys: counted({ one: "key", other: "keys" }),
  pairs: counted({ one: "pair", other: "pairs" }),
  parts: counted({ one: "part", other: "parts" }),
  pictures: counted({ one: "picture", other: "pictures" }),
  pins: counted({ one: "pin", other: "pins" }),
  chains: counted({ one: "IK chain", other: "IK chains" }),
  attachedParts: counted({ one: "attached part", other: "attached parts" }),
  rows: counted({ one: "row", other: "rows" }),
  shapes: counted({ one: "shape", other: "shapes" }),
  shots: counted({ one: "shot", other: "shots" }),
  snags: counted({ one: "snag", other: "snags" }),
  things: counted({ one: "thing", other: "things" }),
  times: counted({ one: "time", other: "times" }),
};
