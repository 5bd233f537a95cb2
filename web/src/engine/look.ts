/** A picture of a size, in painted pixels, and how it is looked at: Look in src/Fretsaw.Core/Painting/Framing.cs. */
export interface Look {
  width: number;
  height: number;
  /** 1 for the whole picture as large as it can be. */
  zoom: number;
  /** How far the picture's middle lies right of the middle and below it. */
  x: number;
  y: number;
  /** Paint what lies past the frame's edges too. */
  beyond: boolean;
  /** Without depth of field. */
  sharp?: boolean;
  /** The thing that matters; all puppets when there is none. */
  only?: string | null;
  /** What becomes of the rest. */
  rest?: "Shown" | "Dimmed" | "Left";
  /** With the pictures that are worked by. */
  references?: boolean;
}

/** The whole picture. */
export const whole = (width: number, height: number): Look => ({ width, height, zoom: 1, x: 0, y: 0, beyond: false });

/** Whether it shows what is printed; to a pixel, since sizes on screen are rounded. */
export const isWhole = ({ width, zoom, x, y, beyond, sharp, rest, references }: Look) =>
  Math.abs(zoom - 1) * width < 1 &&
  Math.abs(x) < 1 &&
  Math.abs(y) < 1 &&
  !beyond &&
  !sharp &&
  !references &&
  (rest ?? "Shown") === "Shown";
