import type { ReactNode } from "react";

/** What a place puts into the shell. */
export interface Bench {
  list: ReactNode;
  stage: ReactNode;
  card: ReactNode;
  strip?: ReactNode;
}
