/** The window's areas as the eye goes through them. */
const areas = ["places", "list", "stage", "details", "timeline"] as const;

export const areaNamed = (name: (typeof areas)[number]) => document.querySelector<HTMLElement>(`[data-area=${name}]`);

/** What the keys can stand on. */
const stops = "button, a[href], input, select, [tabindex='0']";

/** The keys go on to the next area that is there, or back: to what is chosen in it, else to its first line or the first thing in it. */
export function travel(by: 1 | -1): void {
  const there = areas.map(areaNamed).filter((area) => area !== null);
  const at = there.findIndex((area) => area.contains(document.activeElement));
  const area = there[at < 0 ? (by > 0 ? 0 : there.length - 1) : (at + by + there.length) % there.length];
  const within = [...(area?.querySelectorAll<HTMLElement>(stops) ?? [])].filter((stop) => stop.offsetParent !== null);
  const chosen = within.find((stop) => stop.matches("[aria-pressed=true], [aria-current=page]"));
  const line = within.find((stop) => stop.matches("li [aria-pressed]"));
  // With nothing in it to stand on, on the area itself.
  (chosen ?? line ?? within[0] ?? area)?.focus();
}
