import type { Page } from "@playwright/test";

/**
 * What a person would call broken about the words on a page: those that are cut off, and those that lie over each other. Words that a
 * list or a card scrolls out of sight are neither.
 */
export const wordFaults = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    interface Word {
      text: string;
      element: Element;
      box: DOMRect;
    }
    const faults: string[] = [];
    const words: Word[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node !== null; node = walker.nextNode()) {
      const element = node.parentElement;
      const text = node.textContent?.trim() ?? "";
      if (element === null || text === "" || element.closest("script, style, title, [aria-hidden=true] > svg, .notistack-SnackbarContainer")) continue;
      if (!element.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const box of range.getClientRects()) {
        const seen = clip(box, element);
        if (seen === null) continue;
        if (seen.cut > 1.5) faults.push(`“${text}” is cut off by ${Math.round(seen.cut)} px`);
        words.push({ text, element, box: seen.box });
      }
    }
    for (let i = 0; i < words.length; i++)
      for (let k = i + 1; k < words.length; k++) {
        const [a, b] = [words[i]!, words[k]!];
        if (a.element === b.element) continue;
        const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const down = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
        // Lines of one text may touch by the room above and below their letters.
        if (across > 2 && down > 4) faults.push(`“${a.text}” and “${b.text}” lie over each other`);
      }
    // Numbers and choices in fields; what people name things may be longer than its field.
    for (const field of document.querySelectorAll<HTMLInputElement>("input[inputmode], input[type=number], [role=combobox] input, input[role=combobox]"))
      if (field.checkVisibility({ visibilityProperty: true }) && field.scrollWidth > field.clientWidth + 1)
        faults.push(`“${field.value}” is cut off by its field`);
    return [...new Set(faults)];

    /** What is seen of a word's box, and how much of its width something that does not scroll cuts off. */
    function clip(box: DOMRect, element: Element): { box: DOMRect; cut: number } | null {
      let { left, right, top, bottom } = box;
      let cut = 0;
      for (let at: Element | null = element; at !== null; at = at.parentElement) {
        const style = getComputedStyle(at);
        const own = at === document.documentElement ? new DOMRect(0, 0, innerWidth, innerHeight) : at.getBoundingClientRect();
        const clips = at === document.documentElement || style.overflowX !== "visible" || style.overflowY !== "visible";
        if (!clips || (at instanceof SVGElement && !(at instanceof SVGSVGElement)) || (at instanceof HTMLElement && style.display === "inline")) continue;
        const scrolls = /auto|scroll/.test(style.overflowX + style.overflowY);
        const lost = Math.max(0, right - own.right) + Math.max(0, own.left - left);
        if (lost > 0 && !scrolls && right > own.left && left < own.right) cut = Math.max(cut, lost);
        left = Math.max(left, own.left);
        right = Math.min(right, own.right);
        top = Math.max(top, own.top);
        bottom = Math.min(bottom, own.bottom);
        if (right - left < 1 || bottom - top < 4) return null;
      }
      // What lies under something else, as the page under a dialog, is not read.
      const there = document.elementFromPoint((left + right) / 2, (top + bottom) / 2);
      if (there !== null && !there.contains(element) && !element.contains(there) && there.closest("[role=dialog], [role=presentation], [role=menu]")) return null;
      return { box: new DOMRect(left, top, right - left, bottom - top), cut };
    }
  });
