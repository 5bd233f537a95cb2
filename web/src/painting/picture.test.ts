import { expect, test, vi } from "vitest";

vi.stubGlobal("Worker", class {});
vi.stubGlobal("navigator", { hardwareConcurrency: 8 });
vi.stubGlobal("localStorage", { getItem: () => null, setItem: () => undefined });
const { listFrame, markOf } = await import("./picture");
const { engine } = await import("../engine/engine");
const { set } = await import("../state/store");

const look = { width: 4, height: 4, zoom: 1, x: 0, y: 0, beyond: false };

/** Outside check: FNV-1a's offset basis (RFC 9923), and its definition for one word. */
test("a list's mark is FNV-1a over its words", () => {
  expect(markOf(new Uint8Array(0))).toBe(0x811c9dc5);
  expect(markOf(Uint8Array.of(97, 0, 0, 0))).toBe(0xe40c292c);
  expect(markOf(Uint8Array.of(1, 0, 0, 0, 2, 0, 0, 0))).not.toBe(markOf(Uint8Array.of(2, 0, 0, 0, 1, 0, 0, 0)));
});

test("the same list of other drawings is another picture", async () => {
  vi.spyOn(engine, "frame").mockImplementation(async () => Uint8Array.of(1, 2, 3, 4));
  const of = async (ids: string[]) => {
    set({ film: { drawings: ids.map((id) => ({ id })) } as never });
    return (await listFrame({ shot: "s" }, 1, look)).mark;
  };
  const first = await of(["a", "b"]);
  expect(await of(["a", "c"])).not.toBe(first);
  expect(await of(["a", "b"])).toBe(first);
});
