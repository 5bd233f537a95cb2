import { useEffect, useState } from "react";

/** A value once it has stayed the same for so many milliseconds. */
export function useRested<T>(value: T, ms: number): T {
  const [rested, rest] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => rest(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return rested;
}
