/** Drawn for this house on a grid of 20: each shows what it does with a bead, a rail, a card or a figure. */
const marks = {
  /** A double rail, as a hold is drawn on the strip. */
  hold: "M3 8h14M3 12h14M3 5v10",
  /** Back to where it stood. */
  rest: "M7 5L3 9l4 4M3 9h9a4 4 0 0 1 0 8H8",
  /** Pressed flat from above. */
  squash: "M3 14c0-3 14-3 14 0s-14 3-14 0M10 2v6M7 5l3 3 3-3",
  /** A card, put on a shelf. */
  keep: "M3 16h14M7 3h6v8H7zM10 12v2",
  /** A face, put on a shelf. */
  face: "M3 17.5h14M10 2.5a6 6 0 1 1 0 12a6 6 0 1 1 0-12M8 7v1M12 7v1M7.5 10.5q2.5 2 5 0",
  /** A bead, struck out. */
  out: "M10 6a4 4 0 1 1 0 8a4 4 0 1 1 0-8M4 16L16 4",
  /** One bead of three, or all. */
  whole: "M4 4h.1M4 10h.1M4 16h.1M8 4h9M8 10h9M8 16h9",
  /** One side and the other. */
  sides: "M10 3v14M7 6L3 14h4zM13 6l4 8h-4z",
  /** A card that takes along what follows. */
  follow: "M3 5h5v10H3zM10 10h7M14 7l3 3-3 3",
  /** A comb of ticks, and another. */
  copy: "M3 8h10M4 5v6M7 5v6M12 5v6M7 15h10M8 12v6M11 12v6M16 12v6",
  /** A comb of ticks, put down. */
  put: "M3 15h14M4 12v6M8 12v6M16 12v6M10 2v7M7 6l3 3 3-3",
  /** The curve that every gap begins with. */
  first: "M3 16C9 16 11 4 17 4M3 4v.1M17 16v.1",
} as const;

export type Mark = keyof typeof marks;

export const MarkPicture = ({ mark }: { mark: Mark }) => (
  <svg
    width={18}
    height={18}
    viewBox="0 0 20 20"
    fill="none"
    stroke="currentColor"
    strokeWidth={1.6}
    strokeLinecap="round"
    strokeLinejoin="round"
    aria-hidden="true"
  >
    <path d={marks[mark]} />
  </svg>
);
