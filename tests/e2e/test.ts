import { test as base, expect, type Page } from "@playwright/test";

export { expect, type Page };

/** An error that a page throws and nobody catches fails the test, whichever page of the context it is. */
export const test = base.extend<{ errors: string[] }>({
  errors: [
    async ({ context }, use) => {
      const errors: string[] = [];
      context.on("weberror", (problem) => errors.push(problem.error().message));
      await use(errors);
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
