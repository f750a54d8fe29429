import { useState } from "react";
import { useWorkerId } from "../api/worker";

/** A choice of whoever works: their own, remembered by this browser, and changed at any moment. @param of What of. */
export function useRemembered(of: string) {
  const key = `tinker-${of}/${useWorkerId() ?? ""}`;
  const [, drawn] = useState(0);
  const set = (now: string) => {
    localStorage.setItem(key, now);
    drawn((n) => n + 1);
  };
  return [localStorage.getItem(key), set] as const;
}
