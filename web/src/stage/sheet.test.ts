import { expect, test } from "vitest";
import { straighten } from "./sheet";

/** Outside check: the definition of premultiplied alpha (Porter and Duff, "Compositing Digital Images", 1984). */
test("premultiplied pixels become what they were made of, to one in 255 where there is enough alpha to tell", () => {
  for (const alpha of [0, 1, 17, 128, 200, 254, 255]) {
    for (const value of [0, 1, 60, 127, 254, 255]) {
      const into = new Uint8ClampedArray(4);
      const premultiplied = Math.round((value * alpha) / 255);
      straighten(Uint8Array.of(premultiplied, premultiplied, premultiplied, alpha), into);
      expect(into[3]).toBe(alpha);
      const [red, green, blue] = into;
      expect([green, blue]).toEqual([red, red]);
      const back = Math.round(((red ?? 0) * alpha) / 255);
      expect(Math.abs(back - premultiplied)).toBeLessThanOrEqual(1);
      if (alpha > 127) expect(Math.abs((red ?? 0) - value)).toBeLessThanOrEqual(1);
      if (alpha === 0) expect(red).toBe(0);
    }
  }
});
