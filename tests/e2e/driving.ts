import type { Page } from "@playwright/test";

/** Nothing is on its way: all is kept, every question is answered, and every field shows what the core says. */
export async function settled(page: Page): Promise<void> {
  await page.evaluate(() => window.fretsaw.settled());
  await page.waitForFunction(
    () => window.fretsaw.state().kept === "kept" && !window.fretsaw.isAsking() && document.querySelector("[data-typing=true], [data-late=true]") === null,
  );
}

export const seq = (page: Page) => page.evaluate(() => window.fretsaw.state().seq as number);

/** Another value that a field takes: a name with a letter more, or a number near by. */
export const others = (before: string): string[] => {
  const number = Number(before);
  if (before === "" || Number.isNaN(number)) return [`${before}x`];
  const decimals = before.split(".")[1]?.length ?? 0;
  return [number + 1, number - 1, number + 5].map((one) => one.toFixed(decimals));
};
