import { useSyncExternalStore } from "react";

const KEY = "tinker-person";
const listeners = new Set<() => void>();

/** Id of whoever is working at this screen; null until somebody is picked. Kept across reloads. */
export const workerId = (): string | null => localStorage.getItem(KEY);

/** Picks who is working at this screen. */
export function setWorker(id: string): void {
  localStorage.setItem(KEY, id);
  for (const tell of listeners) tell();
}

/** The id of whoever is working, following every change. */
export const useWorkerId = (): string | null =>
  useSyncExternalStore((tell) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }, workerId);
