import { expect, test, vi } from "vitest";

// What the commands act on is a page with a worker; here they are only read.
vi.hoisted(() => {
  class Nobody {
    postMessage() {}
    terminate() {}
    addEventListener() {}
  }
  const kept = { getItem: () => null, setItem: () => undefined, removeItem: () => undefined };
  vi.stubGlobal("Worker", Nobody);
  vi.stubGlobal("BroadcastChannel", Nobody);
  vi.stubGlobal("localStorage", kept);
  vi.stubGlobal("sessionStorage", kept);
  vi.stubGlobal("navigator", { hardwareConcurrency: 2, userAgent: "", platform: "" });
  vi.stubGlobal("window", {
    addEventListener: () => undefined,
    localStorage: kept,
    location: { href: "http://localhost/" },
  });
});
vi.mock("notistack", () => ({ enqueueSnackbar: () => undefined, closeSnackbar: () => undefined }));

const { commands } = await import("./list");
const { keyName } = await import("./command");
const { placeNames } = await import("./going");
const { places } = await import("../state/store");
const { synonyms } = await import("../words/synonyms");

/** What a person reads before any argument, as in "Chart: ease in and out". */
const longest = 4;

test("a command is named in at most four words, and by no other's name", () => {
  for (const { name } of commands) {
    const said = name.replace(/^[^:]+: /, "").replace(/ \(.*\)$/, "");
    expect(said.split(" ").length, name).toBeLessThanOrEqual(longest);
  }
  const names = commands.map(({ name, places: at }) => `${name} ${at}`);
  expect(new Set(names).size).toBe(names.length);
});

test("no shortcut means two things at one place", () => {
  for (const place of places) {
    const keys = commands
      .filter((command) => command.keys && (command.places ?? places).includes(place))
      .map(({ keys }) => keys);
    expect(
      keys.filter((key, i) => keys.indexOf(key) !== i),
      place,
    ).toEqual([]);
  }
});

test("every other word belongs to a command that there is", () => {
  const ids = new Set(commands.map(({ id }) => id));
  expect(Object.keys(synonyms).filter((id) => !ids.has(id))).toEqual([]);
});

const line = (name: string, keys: string, where: string) => `| ${name} | ${keys} | ${where} |`;

test("docs/shortcuts.md lists them all (vitest run --update writes it)", async () => {
  const rows = commands.map((command) => {
    const keys = command.keys ? `\`${keyName(command.keys)}\`${command.held ? ", or held" : ""}` : "";
    const where = command.places ? command.places.map((place) => placeNames[place]).join(", ") : "everywhere";
    return line(command.name, keys, where);
  });
  const page = [
    "# Commands and shortcuts",
    "",
    "Written by `web/src/commands/list.test.ts` from the list of commands. Every one of them is found by its name with `Ctrl+K`, also by",
    "other words for it; “Change shortcuts” gives it other keys.",
    "",
    line("Command", "Keys", "Where"),
    line("---", "---", "---"),
    ...rows,
    "",
  ].join("\n");
  await expect(page).toMatchFileSnapshot("../../../docs/shortcuts.md");
});
