import { useSyncExternalStore } from "react";

/** Something that the page knows beside what it draws, and that what is drawn follows. */
export interface Store<T> {
  /** What it is now. */
  get: () => T;
  /** Makes it something else, and tells whoever follows it. */
  set: (next: T) => void;
  /** What it is, following every change. */
  use: () => T;
}

/** A store that begins with something. */
export function store<T>(first: T): Store<T> {
  let now = first;
  const listeners = new Set<() => void>();
  const get = () => now;
  const follow = (tell: () => void) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  };
  return {
    get,
    set: (next) => {
      if (Object.is(next, now)) return;
      now = next;
      for (const tell of listeners) tell();
    },
    use: () => useSyncExternalStore(follow, get),
  };
}
