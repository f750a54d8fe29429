import { Suspense, useSyncExternalStore } from "react";
import { later } from "./later";

// Fetched with the first note: most screens are looked at without one.
const corner = () => import("./NotesCorner");
const Corner = later(corner);

let wanted = false;
const listeners = new Set<() => void>();

/** Says in passing what was done, and offers to take it back where it can be. */
export function note(words: string, undo?: () => void): void {
  wanted = true;
  for (const tell of listeners) tell();
  void corner().then(({ bring }) => bring({ words, undo }));
}

/** Where notes come up, once there is one. */
export function Notes() {
  const shown = useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => wanted,
  );
  return shown ? (
    <Suspense fallback={null}>
      <Corner />
    </Suspense>
  ) : null;
}
