import { expect, test } from "vitest";
import type { Sound, SoundUse } from "../../api/types";
import { draggedSound, editOf } from "./soundBlocks";

const sound = { id: "s", rate: 48000, samples: 96000 } as Sound;
const use = { id: "u", sound: "s", start: 10, length: 24, fromSeconds: 0.5, fadeIn: 2, fadeOut: 0 } as SoundUse;

test("a start is trimmed with what is heard staying in its place, and not to before the sound", () => {
  expect(draggedSound(use, sound, "start", 6, 24)).toMatchObject({ start: 16, length: 18, fromSeconds: 0.75 });
  expect(draggedSound(use, sound, "start", -40, 24)).toMatchObject({ start: -2, length: 36, fromSeconds: 0 });
  expect(draggedSound(use, sound, "start", 90, 24)).toMatchObject({ start: 33, length: 1 });
});

test("a sound is slid within its ends", () => {
  expect(draggedSound(use, sound, "slide", -12, 24)).toMatchObject({ start: 10, length: 24, fromSeconds: 1 });
  expect(draggedSound(use, sound, "slide", 50, 24).fromSeconds).toBe(0);
  expect(draggedSound(use, sound, "slide", -500, 24).fromSeconds).toBeCloseTo(2 - 1 / 24);
});

test("a drag is one edit of what it changed, and none where nothing did", () => {
  expect(editOf("shot", use, draggedSound(use, sound, "fadeOut", -5, 24), "fadeOut")).toEqual({
    kind: "changeSoundUse",
    shotId: "shot",
    useId: "u",
    fadeOut: 5,
  });
  expect(editOf("shot", use, draggedSound(use, sound, "all", 0, 24), "all")).toBeNull();
});
