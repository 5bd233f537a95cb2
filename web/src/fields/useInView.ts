import { useEffect, useRef } from "react";

/** Brings a list's line into sight when it is chosen, as on the picture. */
export function useInView<T extends HTMLElement>(chosen: boolean) {
  const line = useRef<T | null>(null);
  useEffect(() => {
    if (chosen) line.current?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  return line;
}
