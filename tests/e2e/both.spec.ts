import { others as otherValues, seq, settled } from "./driving";
import { expect, type Page, test } from "./test";
import { open, Server } from "./server";

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.end());
test.setTimeout(240_000);

/** Two of each kind that a card is about, alike in what they have. */
const twos = [
  { place: "parts", kind: "part", names: ["Leg, near", "Leg, far"] },
  { place: "rig", kind: "part", names: ["Leg, near", "Leg, far"] },
  { place: "rig", kind: "bone", names: ["Upper arm, lamp side", "Upper arm, free side"] },
  { place: "rig", kind: "reach", names: ["Foot, near", "Foot, far"] },
  { place: "rig", kind: "pin", names: ["Scarf middle", "Scarf low"] },
  { place: "rig", kind: "dial", names: ["Head turn", "Blink"] },
  { place: "act", kind: "part", names: ["Cap", "Brows"] },
  { place: "act", kind: "bone", names: ["Spine", "Neck"] },
  { place: "act", kind: "reach", names: ["Paw, lamp side", "Paw, free side"] },
  { place: "act", kind: "pin", names: ["Scarf middle", "Scarf low"] },
  { place: "act", kind: "dial", names: ["Head turn", "Blink"] },
  { place: "scenery", kind: "thing", names: ["Boats", "Bay"] },
] as const;

type Two = (typeof twos)[number];

/** What is one's own even where several are chosen, and what is not about what is chosen, and why. */
const others = [
  [/^(Name|Card name|Save as)$/, "a name tells one from another"],
  [/^(Set look here|Delete|X, px|Y, px)$/, "a station belongs to its dial, a stiff patch to its part"],
  [/^(Opposite|Attach a part|Detach$|Label )/, "a pair is of two; a bone's own riders; a label that one has already"],
  [/^(Knead|Paint|SVG|OpenRaster|Import|Update artwork|#|Offset of copies|Duplicate|New colour|Recolour)/, "tools of the hand, files, and copies, which are other parts"],
  [/^(Ease|Overshoot|Hold$|Draw$|Copy chart|Paste chart|Reset chart|Save |Delete card)/, "charts are one control; what is kept is another"],
  [/^(Auto-key|Opposite limb|Ripple edit|Key pose)/, "of every edit"],
  [/^(Arm|Tolerance|Smooth|Earlier|Readings|Record|Set neutral|Neutral|Link|Add a link|moves|Bramble$|Whole shot|Rough pass)/, "of the puppet or the shot"],
  [/^(Add to pad|Lid|Second lid|Close over|Stay shut|Open over|Brow|About every|Blink at|Irregular|Made of|Detach .*|Lead over|Blend over|Rest:|Shut:|Teeth:|Tongue:|Wide:|Half:|Open:|Round:|Narrow:|Mouth )/, "of the face"],
  [/^(Keep size|Quality: )/, "how it is worked"],
] as const;

// biome-ignore lint/suspicious/noExplicitAny: a change is JSON here
type Json = any;

/** What an edit changed, as the server tells it: ids of parts, bones, pins, reaches, dials, things, and of those whose keys it changed. */
async function touched(film: string, edit: number): Promise<Set<string>> {
  const change: Json = await (await fetch(`${server.address}/api/films/${film}/edits/${edit}/change`)).json();
  const ids = new Set<string>();
  const list = (told: Json) => {
    for (const one of [...(told?.put ?? []), ...(told?.gone ?? [])]) ids.add(typeof one === "string" ? one : one.id);
  };
  for (const puppet of change.inPuppets) {
    for (const told of [puppet.parts, puppet.bones, puppet.reaches, puppet.dials]) list(told);
    for (const part of puppet.inParts) {
      ids.add(part.id);
      list(part.pins);
    }
    if (puppet.head) ids.add("the puppet");
  }
  for (const shot of change.inShots) {
    list(shot.things);
    const keys = [...(shot.tracks?.put ?? []).map((track: Json) => track.address), ...(shot.tracks?.gone ?? []), ...shot.inTracks.map((track: Json) => track.address)];
    for (const { owner, thing } of keys) ids.add(thing === "stand" ? owner : thing);
    if (shot.head) for (const step of shot.head.steps ?? []) ids.add(step.thing);
  }
  return ids;
}

/** Chooses both, with every section of their card unfolded. */
async function choose(page: Page, { place, kind, names }: Two): Promise<[string, string]> {
  const ids = await page.evaluate(
    ({ place, kind, names }) => {
      const { film, shotId } = window.fretsaw.state();
      const puppet = film.puppets.find(({ id }: { id: string }) => id === "bramble-puppet");
      const shot = film.shots.find(({ id }: { id: string }) => id === shotId);
      const pins = puppet.parts.flatMap((part: { pins: unknown[] }) => part.pins);
      const all = { part: puppet.parts, bone: puppet.bones, reach: puppet.reaches, pin: pins, dial: puppet.dials, thing: shot.things }[kind];
      const [one, other] = names.map((name) => (all as { id: string; name: string }[]).find((each) => each.name === name)?.id);
      const on = place === "act" ? { owner: "bramble" } : {};
      window.fretsaw.setState({ place, castId: "bramble", puppetId: puppet.id, frame: 50, chosen: { kind, thing: one, ...on }, also: [other], beads: null, folded: [] } as never);
      return [one, other] as [string, string];
    },
    { place, kind, names },
  );
  await page.waitForFunction(() => document.querySelector("aside[aria-label=Details] :is(input, button)"));
  await settled(page);
  return ids;
}

const controls = (page: Page) => page.locator("aside[aria-label=Details] :is(button, input:not([type=file]), select):enabled:visible");

const named = (page: Page): Promise<string[]> =>
  controls(page).evaluateAll((all) =>
    all.map((one) => (one.getAttribute("aria-label") ?? one.closest("label")?.querySelector("span")?.textContent ?? one.textContent ?? "").trim()),
  );

/** Uses a control: presses it, types another value, chooses another of its list. */
async function use(page: Page, name: string): Promise<void> {
  const control = controls(page).nth((await named(page)).indexOf(name));
  const what = await control.evaluate((element) => `${element.tagName} ${element.getAttribute("role") ?? element.getAttribute("type") ?? ""}`);
  if (what === "INPUT range") await control.press("ArrowRight");
  else if (what === "INPUT combobox") {
    await control.click();
    await page.locator("[role=option]:not([aria-selected=true])").nth(1).click();
  } else if (what.startsWith("SELECT")) {
    const other = await control.evaluate((list) => [...(list as HTMLSelectElement).options].map(({ value }) => value).find((value) => value !== (list as HTMLSelectElement).value && value !== ""));
    if (other !== undefined) await control.selectOption(other);
  } else if (what.startsWith("INPUT") && !/checkbox|radio/.test(what)) {
    // At the end of its range a field takes no more: another value then.
    const was = await seq(page);
    for (const value of otherValues(await control.inputValue())) {
      await control.fill(value);
      await page.keyboard.press("Enter");
      await settled(page);
      if ((await seq(page)) !== was) return;
    }
  } else await control.click();
}

test("whatever is done with one is done with both that are chosen", async ({ page }) => {
  await open(page, server);
  await page.waitForFunction(() => window.fretsaw.state().atHand);
  const film = await page.evaluate(() => window.fretsaw.state().filmId as string);
  const [alone, nothing, done]: [string[], string[], Set<string>] = [[], [], new Set()];
  let driven = 0;
  for (const two of twos) {
    await choose(page, { ...two, names: [two.names[1], two.names[0]] } as never);
    const its = await named(page);
    const ids = await choose(page, two);
    // What both have: a control that one alone has is that one's.
    const names = (await named(page)).filter((name) => its.includes(name) && !others.some(([other]) => other.test(name)));
    for (const name of names) {
      const what = `${two.place}, two of ${two.kind}: ${name}`;
      // The same control on another kind's card is the same control.
      if (name === "" || /^[▼▶]/.test(name) || done.has(`${two.place} ${name}`)) continue;
      done.add(`${two.place} ${name}`);
      const before = await seq(page);
      await use(page, name);
      await settled(page);
      const now = await seq(page);
      const ours = new Set<string>();
      for (let edit = before + 1; edit <= now; edit++) for (const id of await touched(film, edit)) ours.add(id);
      const [one, other] = ids.map((id) => ours.has(id));
      if (one && other) driven++;
      else if (one || other) alone.push(`${what} ${one} ${other}`);
      else nothing.push(what);
      for (let edit = before; edit < now; edit++) await page.evaluate(() => window.fretsaw.undo());
      await choose(page, two);
    }
  }
  // A chart of what is chosen alone is of both.
  await choose(page, { place: "act", kind: "bone", names: ["Spine", "Neck"] });
  const card = page.getByRole("complementary", { name: "Details" });
  await card.getByRole("combobox", { name: "Chart of" }).selectOption({ label: "the 2 selected" });
  const before = await seq(page);
  await card.getByRole("button", { name: "Hold", exact: true }).click();
  await settled(page);
  expect([...(await touched(film, before + 1))].sort()).toEqual(["bone-neck", "bone-spine"]);

  console.log(`${driven} did both; neither: ${nothing.join("; ")}`);
  expect(alone).toEqual([]);
  expect(driven).toBeGreaterThan(50);
});
