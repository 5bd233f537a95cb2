import { test as base, expect, type Page } from "@playwright/test";

export { expect, type Page };

/** Somebody who was last at the horn in the demo: most tests are about that shot. */
const atTheHorn = () => {
  // A page that is nowhere yet has no memory.
  if (location.protocol === "http:" && localStorage.getItem("places") === null) localStorage.setItem("places", JSON.stringify({ last: null, films: { demo: { shotId: "fog-horn" } } }));
};

/** An error that a page throws and nobody catches fails the test, whichever page of the context it is. */
export const test = base.extend<{ errors: string[] }>({
  errors: [
    async ({ context }, use) => {
      const errors: string[] = [];
      await context.addInitScript(atTheHorn);
      context.on("weberror", (problem) => errors.push(problem.error().message));
      await use(errors);
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
