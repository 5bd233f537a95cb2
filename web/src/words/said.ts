/** What stands in a sentence. */
export type Said = string | number;
