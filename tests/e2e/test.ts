import { test as base, type BrowserContext, expect, type Page } from "@playwright/test";

export { expect, type Page };

const Timeout = 30_000;
const whose = "test";

/**
 * Nobody remembers anything of the test before, and was last at the horn in the demo: most tests are about that shot.
 * A page may still write down where it was while it goes away, so what is left is cleared when the next test's first page comes.
 */
export const atTheHorn = () => {
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
 * All tests of a run have one browser profile and, while they pass, one page, which `open` opens anew: what is compiled stays so, and
 * the core runs. A page's start takes as long as most tests. An error that a page throws and nobody catches fails the test, whichever page it is.
 */
export const test = base.extend<{ errors: string[] }, { profile: BrowserContext; kept: { page: Page | null } }>({
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
  kept: [({}, use) => use({ page: null }), { scope: "worker" }],
  context: async ({ profile, kept }, use) => {
    await profile.clearCookies();
    await profile.addCookies([{ name: whose, value: String(++tests), domain: "127.0.0.1", path: "/" }]);
    await use(profile);
    for (const page of profile.pages()) if (page !== kept.page) await page.close();
  },
  page: async ({ context, viewport, kept }, use, about) => {
    kept.page ??= await context.newPage();
    const page = kept.page;
    if (viewport) await page.setViewportSize(viewport);
    await use(page);
    // After one that fails comes a new worker, with pages of its own.
    if (about.status !== about.expectedStatus) return;
    // The server may go with this test: the page's own core comes from it, and is waited for.
    await page.waitForFunction(() => !window.fretsaw?.state().film || window.fretsaw.state().atHand);
    await page.evaluate(() => window.fretsaw?.close());
    await page.emulateMedia({ colorScheme: null, reducedMotion: null });
    await page.mouse.move(0, 0);
    page.removeAllListeners("console");
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
