import type { StripRow } from "../api/types";

/** All of an owner's cards and rows. @param open the things whose values have rows of their own. */
export const stripQuestion = (shot: string, owner: string, open: string[] = []) =>
  ({ kind: "strip", shot, owner, from: 1, to: null, open }) as const;

/** What tells a row from the others: its thing, or that and its value. */
export const rowKey = ({ thing, value }: Pick<StripRow, "thing" | "value">) =>
  value == null ? thing : `${thing}/${value}`;
