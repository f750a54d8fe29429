import { useEffect, useState } from "react";

/** A value that follows another once it has rested for so many milliseconds. */
export function useDebounced<T>(value: T, rest: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), rest);
    return () => clearTimeout(timer);
  }, [value, rest]);
  return settled;
}
