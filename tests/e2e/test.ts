import { test as base, type BrowserContext, expect, type Page } from "@playwright/test";

export { expect, type Page };

const Timeout = 30_000;
const whose = "test";

/**
 * Nobody remembers anything of the test before, and was last at the horn in the demo: most tests are about that shot.
 * A page may still write down where it was while it goes away, so what is left is cleared when the next test's first page comes.
 */
const atTheHorn = () => {
  // A page that is nowhere yet has no memory.
  if (location.protocol !== "http:") return;
  const test = document.cookie.replace(/.*test=(\d+).*/, "$1");
  if (localStorage.getItem("test") === test) return;
  localStorage.clear();
  localStorage.setItem("test", test);
  localStorage.setItem("places", JSON.stringify({ last: null, films: { demo: { shotId: "fog-horn" } } }));
};

let tests = 0;

/**
 * All tests of a run have one browser profile, so that what the browser has compiled of the program stays compiled: it takes a third of
 * a page's start. An error that a page throws and nobody catches fails the test, whichever page it is.
 */
export const test = base.extend<{ errors: string[] }, { profile: BrowserContext }>({
  profile: [
    async ({ browser }, use) => {
      const profile = await browser.newContext();
      profile.setDefaultTimeout(Timeout);
      await profile.addInitScript(atTheHorn);
      await use(profile);
      await profile.close();
    },
    { scope: "worker" },
  ],
  context: async ({ profile }, use) => {
    await profile.clearCookies();
    await profile.addCookies([{ name: whose, value: String(++tests), domain: "127.0.0.1", path: "/" }]);
    await use(profile);
    for (const page of profile.pages()) await page.close();
  },
  page: async ({ context, viewport }, use) => {
    const page = await context.newPage();
    if (viewport) await page.setViewportSize(viewport);
    await use(page);
  },
  errors: [
    async ({ context }, use) => {
      const errors: string[] = [];
      const note = (problem: { error: () => Error }) => errors.push(problem.error().message);
      context.on("weberror", note);
      await use(errors);
      context.off("weberror", note);
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
