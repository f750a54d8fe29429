import { useSyncExternalStore } from "react";

let now: string | null = null;
const listeners = new Set<() => void>();

/** Id of whoever is signed in at this screen; null until that is known. Every write says whose it is. */
export const workerId = (): string | null => now;

/** Says who is signed in at this screen. */
export function setWorker(id: string | null): void {
  now = id;
  for (const tell of listeners) tell();
}

/** The id of whoever is signed in, following every change. */
export const useWorkerId = (): string | null =>
  useSyncExternalStore((tell) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }, workerId);
